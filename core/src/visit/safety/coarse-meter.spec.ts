import fc from 'fast-check';
import { DEMO_CONTEXT, DEMO_MODEL, HAND_METER, POCKET_METER } from '../../testing/demo';
import type { Meter } from '../../meter';
import { parseReading } from '../../quantity';
import { deadLimit } from '../../unit-model';
import { judge } from '../../verdict';
import { pairExpectation, proofRefusal } from '.';

/** A meter whose finest range of volts has this last digit and may be off by so many of it. */
function meterOf(exponent: number, counts: number): Meter {
  const range = { upTo: 600, resolution: 10 ** exponent, ofReading: 0.01, counts };
  const functions = new Map(HAND_METER.functions);
  for (const each of ['ac-voltage', 'dc-voltage'] as const) {
    const own = functions.get(each);
    if (own) functions.set(each, { ...own, ranges: [range] });
  }
  return { ...HAND_METER, name: 'Coarse', functions };
}

describe('a meter that shows whole volts', () => {
  it('is refused for a proof where no zero of it would do, and for no other', () => {
    const supplies = DEMO_MODEL.supplies.map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.integer({ min: -3, max: 1 }),
        fc.integer({ min: 1, max: 12 }),
        fc.constantFrom(...supplies),
        fc.constantFrom('dry' as const, 'wet' as const),
        (exponent, counts, supply, place) => {
          const meter = meterOf(exponent, counts);
          const parsed = parseReading(`${(0).toFixed(Math.max(0, -exponent))} V`, { function: 'ac-voltage' });
          if (parsed.outcome !== 'reading') throw new Error('zero is a reading');
          const passes = (['ac', 'dc'] as const).every((current) => {
            const { function: measured, expectation } = pairExpectation(
              deadLimit(DEMO_CONTEXT.wiring, supply, current, place),
              current,
            );
            const reading =
              exponent > 0 ? ({ kind: 'value', quantity: { value: 0, unit: 'V', exponent } } as const) : parsed.reading;
            return judge({ reading, function: measured, expectation, meter }).verdict === 'within';
          });
          const refusal = proofRefusal(DEMO_CONTEXT, meter, [supply], place);
          expect(refusal === undefined)
            .withContext(`${refusal ?? ''} ${exponent} ${counts}`)
            .toBe(passes);
        },
      ),
    );
  });

  it('is told what it cannot prove', () => {
    const words = proofRefusal(DEMO_CONTEXT, meterOf(0, 3), ['mains', 'control'])?.replaceAll('\u00a0', ' ');
    expect(words).toBe(
      'Coarse leaves 2.9 V open even where it shows nothing: it cannot prove 24 V control dead, which is under 1.2 V. Take one with a lower range.',
    );
    expect(proofRefusal(DEMO_CONTEXT, meterOf(0, 3), ['mains'])).toBeUndefined();
    expect(proofRefusal(DEMO_CONTEXT, meterOf(1, 3), ['mains'])?.replaceAll('\u00a0', ' ')).toContain('under 11.5 V');
    for (const meter of [HAND_METER, POCKET_METER])
      expect(proofRefusal(DEMO_CONTEXT, meter, ['mains', 'control'])).toBeUndefined();
  });
});
