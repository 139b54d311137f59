import fc from 'fast-check';
import { SUPPLY_STATES, type SupplyState } from '../../procedure';
import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { EMPTY_VISIT, type VisitState } from '../record';
import { derivedFollow } from '.';

const states = fc.constantFrom<SupplyState | undefined>(undefined, ...SUPPLY_STATES);

function visit(mains: SupplyState | undefined, control: SupplyState | undefined): VisitState {
  const supplies = { ...(mains ? { mains } : {}), ...(control ? { control } : {}) };
  return { ...EMPTY_VISIT, conditions: { supplies } };
}

describe('a derived supply', () => {
  it('is never said to be dead while its source is on, nor on while its source is off, and is not touched otherwise', () => {
    fc.assert(
      fc.property(states, states, states, states, (mainsBefore, controlBefore, mains, control) => {
        const after = derivedFollow(DEMO_CONTEXT, visit(mainsBefore, controlBefore), visit(mains, control));
        const found = after.conditions.supplies?.['control'];
        expect(after.conditions.supplies?.['mains']).toBe(mains);
        const isDead = found === 'proven-dead' || found === 'plug-out';
        if (mains === 'on') expect(isDead).toBeFalse();
        const hasBecomeUnknown =
          (mains ?? 'unknown') === 'unknown' && !['on', 'unknown'].includes(mainsBefore ?? 'unknown');
        if (hasBecomeUnknown) expect(isDead).toBeFalse();
        if (mains !== undefined && mains !== 'on' && mains !== 'unknown') expect(found).not.toBe('on');
        if (found !== control) expect(isDead).toBeFalse();
      }),
    );
  });

  it('is no longer proven dead once the mains go on, in whatever way that is said', () => {
    const driver = new VisitDriver().toFuse();
    expect(driver.state.conditions.supplies).toEqual({ mains: 'proven-dead', control: 'proven-dead' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
    expect(driver.state.conditions.supplies).toEqual({ mains: 'on', control: 'unknown' });
    driver.log({ type: 'supply-changed', supply: 'control', state: 'on' });
    driver.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    expect(driver.state.conditions.supplies).toEqual({ mains: 'off', control: 'off' });
  });

  it('is unknown once what was said of its source is taken back', () => {
    const driver = new VisitDriver().toFuse();
    const locked = driver.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    driver.log({ type: 'retracted', event: locked.id });
    expect(driver.state.conditions.supplies?.['control']).not.toBe('proven-dead');
  });
});
