import fc from 'fast-check';
import { BURNER_CONTEXT } from '../../testing/burner';
import { HAND_METER, VisitDriver } from '../../testing/demo';

import { isFreeChart } from '../walking';
import { enterFreeReading, supplyCheck } from '.';
import { VisitContext } from '../record';

const CONTEXT = new VisitContext({
  ...BURNER_CONTEXT,
  meters: { [HAND_METER.id]: HAND_METER },
});

/** The mains of the burner read pair by pair with this meter, L to N as drawn and the rest as it follows. */
function read(volts: string, meter: string): VisitDriver {
  const visit = new VisitDriver(CONTEXT);
  visit.log({ type: 'visit-opened', unit: 'burner', complaint: '', meter });
  visit.log({ type: 'supply-changed', supply: 'mains', state: 'on' });
  for (const row of supplyCheck(CONTEXT, visit.state, 'mains').rows) {
    if (row.name === 'earth') continue;
    const text = row.name === 'N-E' ? '0.1' : volts;
    const { from, to, expects, function: measured } = row;
    const entered = enterFreeReading(CONTEXT, visit.state, { from, to, expects, function: measured, text });
    if (entered.outcome !== 'event') throw new Error(`${text}: ${entered.outcome}`);
    visit.log(entered.body);
  }
  return visit;
}

describe('one judge', () => {
  it('never calls a supply low, high or good where the meter could not tell of the very reading', () => {
    const tenths = fc.integer({ min: 1900, max: 2700 }).map((each) => (each / 10).toFixed(1));
    fc.assert(
      fc.property(tenths, fc.constant(HAND_METER.id), (volts, meter) => {
        const { state } = read(volts, meter);
        const { rows, outcome } = supplyCheck(CONTEXT, state, 'mains');
        const verdict = rows.find(({ name }) => name === 'L-N')?.reading?.judgement.verdict;
        const expected = { within: 'good', undecided: 'unclear', low: 'low', high: 'high' }[verdict as 'within'];
        expect(outcome?.pattern)
          .withContext(`${volts} V: ${verdict}`)
          .toBe(expected as never);
      }),
      { numRuns: 60 },
    );
  });

  it('leaves open what stands at the limit itself', () => {
    const { state } = read('206.5', HAND_METER.id);
    expect(isFreeChart(state.procedure)).toBeTrue();
    expect(supplyCheck(CONTEXT, state, 'mains').outcome?.pattern).toBe('unclear');
    expect(supplyCheck(CONTEXT, state, 'mains').outcome?.sentence).toContain('too close to the limit');
  });
});
