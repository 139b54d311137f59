import fc from 'fast-check';
import { VisitDriver, DEMO_CONTEXT } from '../../testing/demo';
import { walkAnywhere } from '../../testing/random-walk';
import { SHIPPED_MODELS } from '../../testing/shipped';
import { EMPTY_VISIT, VisitContext } from '../record';
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
    driver.log({ type: 'leads-zeroed', text: '0.3', ohms: 0.3 });
    const before = driver.state;
    driver.log({ type: 'visit-closed' });
    driver.log({ type: 'visit-reopened', reason: 'called back' });
    expect(driver.state.step).toBe(before.step);
    expect(driver.state.findings).toEqual(before.findings);
    expect(driver.state.trail.length).toBe(before.trail.length + 2);
    expect(driver.state.leadZero).toBeUndefined();
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

  it('calls a machine off, locked or on only as every incoming supply is, on every machine, whatever stands behind', () => {
    const states = ['on', 'off', 'locked', 'plug-out', 'proven-dead', 'unknown'] as const;
    for (const model of SHIPPED_MODELS) {
      const context = new VisitContext({ model, procedures: {}, meters: {} });
      fc.assert(
        fc.property(fc.array(fc.constantFrom(...states), { minLength: 8, maxLength: 8 }), (now) => {
          const supplies = Object.fromEntries(model.supplies.map(({ id }, index) => [id, now[index] ?? 'unknown']));
          const incoming = model.supplies.filter(({ from }) => from === undefined).map(({ id }) => supplies[id]);
          const count = (...some: readonly string[]) => incoming.filter((each) => some.includes(each ?? '')).length;
          const all = incoming.length;
          const isOff = count('off', 'locked', 'plug-out', 'proven-dead') === all;
          const may = {
            working: !isOff,
            watched: !isOff,
            'not-working': !isOff,
            off: isOff,
            locked: count('locked', 'proven-dead') === all,
          };
          const state = { ...EMPTY_VISIT, conditions: { supplies } };
          for (const machine of MACHINE_LEFT)
            expect(closingGaps(context, state, { ...said, leaves: 'said', machine }).length === 0)
              .withContext(`${model.id} ${JSON.stringify(supplies)} ${MACHINE_LEFT_WORDS[machine]}`)
              .toBe(may[machine]);
        }),
        { numRuns: 60 },
      );
    }
  });
});
