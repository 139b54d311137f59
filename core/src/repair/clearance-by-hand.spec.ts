import fc from 'fast-check';
import vent from '../../../demo/data/unit-models/roof-vent-drive.json';
import { DEMO_CONTEXT, VisitDriver } from '../testing/demo';
import type { Quantity } from '../quantity';
import type { UnitModelDocument } from '../unit-model';
import { VisitContext, type EventBody } from '../visit';
import { clearanceByHand } from './clearance-by-hand';

const CONTEXT = new VisitContext({ ...DEMO_CONTEXT, model: vent as unknown as UnitModelDocument });

/** The ways hands hold two probes across the one load of the vent's board. */
const WAYS = [
  ['M1.1', 'M1.2'],
  ['M1.2', 'M1.1'],
  ['VD.X2.1', 'VD.X2.2'],
  ['VD.X2.2@plug', 'VD.X2.1@plug'],
] as const;
/** Two points that say nothing of it. */
const ELSEWHERE = ['VD.X3.1', 'VD.X3.2'] as const;

function ohms(value: number, [from, to]: readonly [string, string], isInvalid = false): EventBody {
  const quantity = { value, unit: 'Ω', resolution: 0.01 } as unknown as Quantity;
  return {
    type: 'reading-taken',
    function: 'resistance',
    from,
    to,
    text: `${value}`,
    reading: { kind: 'value', quantity },
    judgement: { verdict: isInvalid ? 'invalid' : 'within', sentence: '', rules: 6 },
    grade: 'measured',
  } as unknown as EventBody;
}

describe('a board that no chart clears', () => {
  it('is cleared exactly by the last reading across its load, whichever way the probes went, leads and all', () => {
    const taken = fc.record({
      // The motor is rated 1.4 Ω: whole, half of its winding, shorted.
      motor: fc.constantFrom(1.4, 1.1, 0.02),
      way: fc.constantFrom(...WAYS, ELSEWHERE),
      isInvalid: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(taken, { maxLength: 5 }), fc.constantFrom(undefined, 0.1, 0.4), (all, zero) => {
        const visit = new VisitDriver(CONTEXT);
        visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
        if (zero !== undefined) visit.log({ type: 'leads-zeroed', text: `${zero}`, ohms: zero });
        const leads = zero ?? 0.3;
        for (const { motor, way, isInvalid } of all) visit.log(ohms(motor + leads, way, isInvalid));
        const last = all.filter(({ way, isInvalid }) => way !== ELSEWHERE && !isInvalid).at(-1)?.motor;
        const { isWhole, shorted, unread } = clearanceByHand(CONTEXT, visit.state, 'VD');
        // Leads nobody zeroed may be all there is of so small a load.
        expect(isWhole).toBe(last !== undefined && last > 0.7 && zero !== undefined);
        expect(shorted.length).toBe(last === 0.02 ? 1 : 0);
        expect(unread.length).toBe(isWhole || shorted.length > 0 ? 0 : 1);
      }),
      { numRuns: 300 },
    );
  });

  it('is not cleared on its own pins with the plug out, beside a lifted lead, or by leads zeroed on another meter', () => {
    const cleared = (
      before: readonly EventBody[],
      way: readonly [string, string],
      after: readonly EventBody[] = [],
    ) => {
      const visit = new VisitDriver(CONTEXT);
      visit.log({ type: 'visit-opened', unit: 'x', complaint: '', meter: 'hand-6000' });
      visit.log({ type: 'leads-zeroed', text: '0.2', ohms: 0.2 });
      for (const body of [...before, ohms(1.6, way), ...after]) visit.log(body);
      return clearanceByHand(CONTEXT, visit.state, 'VD').isWhole;
    };
    const out: EventBody = { type: 'connector-changed', connector: 'VD.X2', state: 'out' };
    const lifted: EventBody = { type: 'condition-noted', group: 'leads', item: 'w6', state: 'VD.X2.1' };
    const meter: EventBody = { type: 'meter-changed', meter: 'pocket-2000' };
    const zeroed: EventBody = { type: 'leads-zeroed', text: '0.1', ohms: 0.1 };
    expect(cleared([out], ['VD.X2.1', 'VD.X2.2'])).toBeFalse();
    expect(cleared([out], ['VD.X2.1@plug', 'VD.X2.2@plug'])).toBeTrue();
    expect(cleared([lifted], ['VD.X2.1@plug', 'VD.X2.2@plug'])).toBeFalse();
    expect(cleared([lifted], ['M1.1', 'M1.2'])).toBeTrue();
    expect(cleared([meter], ['M1.1', 'M1.2'])).toBeFalse();
    // Zeroed afterwards says nothing of what was read before.
    expect(cleared([meter], ['M1.1', 'M1.2'], [zeroed])).toBeFalse();
  });
});
