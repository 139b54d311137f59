import fc from 'fast-check';
import { VisitDriver, DEMO_CONTEXT } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { closingGaps, MACHINE_LEFT, MACHINE_LEFT_WORDS } from '../safety';
import { minutesOf } from '../../account';

const choices = fc.array(fc.nat(), { minLength: 1, maxLength: 40 });

function walked(numbers: readonly number[]): VisitDriver {
  const driver = new VisitDriver().open();
  return walkAnywhere(driver, numbers);
}

describe('a visit that is closed and taken up again', () => {
  it('knows of no supply and no call, wherever it was closed', () => {
    fc.assert(
      fc.property(choices, (numbers) => {
        const driver = walked(numbers);
        for (const id of Object.keys(driver.state.conditions.bypasses ?? {}))
          driver.log({ type: 'bypass-removed', bypass: id });
        driver.log({ type: 'visit-closed' });
        driver.log({ type: 'visit-reopened', reason: 'called back' });
        expect(driver.state.closed).toBeFalse();
        const { supplies = {}, calls } = driver.state.conditions;
        expect(Object.values(supplies).every((state) => state === 'unknown')).toBeTrue();
        expect(calls).toBeUndefined();
      }),
      { numRuns: 60 },
    );
  });

  it('keeps what was read and found, and goes on where it stood', () => {
    const driver = walked([0, 0, 0, 0]);
    const before = driver.state;
    driver.log({ type: 'visit-closed' });
    driver.log({ type: 'visit-reopened', reason: 'called back' });
    expect(driver.state.step).toBe(before.step);
    expect(driver.state.findings).toEqual(before.findings);
    expect(driver.state.trail.length).toBe(before.trail.length + 2);
  });

  it('counts its minutes to the closing that still holds', () => {
    const driver = walked([0, 0]);
    driver.log({ type: 'visit-closed' });
    const first = minutesOf(driver.state) ?? 0;
    driver.log({ type: 'visit-reopened', reason: 'called back' });
    driver.log({ type: 'note-added', text: 'on again' });
    driver.log({ type: 'visit-closed' });
    const closed = minutesOf(driver.state) ?? 0;
    driver.log({ type: 'note-added', text: 'told on the telephone' });
    expect(closed).toBeGreaterThanOrEqual(first);
    expect(minutesOf(driver.state)).toBe(closed);
  });
});

describe('what is said when a visit is closed', () => {
  const said = { leaves: '', without: 'no fault found', machine: 'working' } as const;

  it('has to name something, or say why not, and how the machine is left', () => {
    const driver = new VisitDriver().open();
    expect(closingGaps(DEMO_CONTEXT, driver.state, { ...said, without: ' ', machine: undefined })).toEqual([
      'Nothing is named yet: record a finding, or say why there is none.',
      'Say how the machine is left.',
    ]);
    expect(closingGaps(DEMO_CONTEXT, driver.state, said)).toEqual([]);
  });

  it('never calls a machine off or locked with a supply on, whichever supply it is', () => {
    for (const { id } of DEMO_CONTEXT.model.supplies)
      for (const machine of MACHINE_LEFT) {
        const driver = new VisitDriver().open();
        driver.log({ type: 'supply-changed', supply: id, state: 'on' });
        const gaps = closingGaps(DEMO_CONTEXT, driver.state, { ...said, machine });
        const isOff = machine === 'off' || machine === 'locked';
        expect(gaps.length)
          .withContext(`${id} ${MACHINE_LEFT_WORDS[machine]}`)
          .toBe(isOff ? 1 : 0);
      }
  });

  it('never calls it locked where one supply is only off, nor on where all are off', () => {
    const driver = new VisitDriver().open();
    for (const { id } of DEMO_CONTEXT.model.supplies) driver.log({ type: 'supply-changed', supply: id, state: 'off' });
    for (const machine of MACHINE_LEFT)
      expect(closingGaps(DEMO_CONTEXT, driver.state, { ...said, machine }).length)
        .withContext(machine)
        .toBe(machine === 'off' ? 0 : 1);
  });
});
