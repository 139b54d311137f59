import fc from 'fast-check';
import { resolveExpectation, type ExpectationDocument } from '../expectation';
import type { LeadState, Meter } from '../meter';
import { MOST_LEAD_OHMS } from '../meter';
import type { MeasurementFunction } from '../quantity';
import { HAND_METER, POCKET_METER } from '../testing/demo';
import { judge, type Judgement } from '.';

const OHMS = ['resistance', 'continuity', 'insulation'] as const satisfies readonly MeasurementFunction[];

interface Measured {
  /** Ohms between the points, and of the leads. */
  readonly truth: number;
  readonly leads: number;
  readonly isZeroed: boolean;
  readonly meter: Meter;
  /** Which of the ranges that hold it, 0 the finest. */
  readonly range: number;
  /** -1 to 1: how far the meter errs of what it may, before the display rounds. */
  readonly error: number;
}

const measured: fc.Arbitrary<Measured> = fc.record({
  truth: fc.oneof(fc.double({ min: 0, max: 12, noNaN: true }), fc.double({ min: 0, max: 900e3, noNaN: true })),
  leads: fc.double({ min: 0, max: MOST_LEAD_OHMS, noNaN: true }),
  isZeroed: fc.boolean(),
  meter: fc.constantFrom(HAND_METER, POCKET_METER),
  range: fc.nat({ max: 3 }),
  error: fc.double({ min: -0.6, max: 0.6, noNaN: true }),
});

const expectations: fc.Arbitrary<ExpectationDocument> = fc.constantFrom<ExpectationDocument>(
  { kind: 'nominal', value: '12 Ω' },
  { kind: 'nominal', value: '150 kΩ' },
  { kind: 'limit', atLeast: '1 MΩ' },
  { kind: 'limit', atMost: '1.5 Ω' },
  { kind: 'limit', atMost: '0.5 Ω', relativeTo: 'leads' },
  { kind: 'state', is: 'closed' },
  { kind: 'state', is: 'open' },
  { kind: 'unknown', finite: true },
);

/** What is logged of it: the figure of the display, with all its digits. */
function judged(each: Measured, document: ExpectationDocument, by: MeasurementFunction): Judgement | undefined {
  const { truth, leads, isZeroed, meter, error } = each;
  const onDisplay = (ohms: number, index: number): { ohms: number; exponent: number } | undefined => {
    const range = (meter.functions.get('resistance')?.ranges ?? []).filter(({ upTo }) => ohms <= upTo).at(index);
    if (!range) return undefined;
    const shown = ohms + error * (ohms * range.ofReading + range.counts * range.resolution);
    const steps = Math.round(shown / range.resolution);
    return { ohms: Math.max(0, steps * range.resolution), exponent: Math.round(Math.log10(range.resolution)) };
  };
  const figure = onDisplay(truth + leads, each.range);
  if (!figure) return undefined;
  const zeroed: LeadState = isZeroed ? { zero: leads } : {};
  return judge({
    reading: { kind: 'value', quantity: { value: figure.ohms, unit: 'Ω', exponent: figure.exponent } },
    function: by,
    expectation: resolveExpectation(document, by),
    meter,
    leads: zeroed,
  });
}

describe('ohms read through leads', () => {
  it('are never called shorted where something is between the points, and never by an insulation tester', () => {
    fc.assert(
      fc.property(measured, expectations, fc.constantFrom(...OHMS), (each, document, by) => {
        const verdict = judged(each, document, by)?.verdict;
        const mayBeShort = by !== 'insulation' && each.truth <= MOST_LEAD_OHMS * 1.1;
        if (verdict === 'shorted')
          expect(mayBeShort)
            .withContext(`${by} ${JSON.stringify(document)}`)
            .toBeTrue();
      }),
      { numRuns: 3000 },
    );
  });

  it('hold the true ohms, whether or not the leads were zeroed', () => {
    fc.assert(
      fc.property(measured, expectations, (each, document) => {
        const interval = judged(each, document, 'resistance')?.interval;
        if (!interval) return;
        // The 95 % interval leaves out a fortieth at either end.
        const slack = 0.2 + 0.06 * ((interval.high ?? each.truth) - (interval.low ?? each.truth));
        expect(each.truth).toBeGreaterThanOrEqual((interval.low ?? 0) - slack);
        expect(each.truth).toBeLessThanOrEqual((interval.high ?? Infinity) + slack);
      }),
      { numRuns: 3000 },
    );
  });

  it('pass no limit that the joint alone would not pass: leads only ever add', () => {
    const limits = fc.constantFrom<ExpectationDocument>(
      { kind: 'limit', atMost: '1.5 Ω' },
      { kind: 'limit', atMost: '0.5 Ω', relativeTo: 'leads' },
      { kind: 'limit', atLeast: '4 Ω' },
      { kind: 'range', low: '5 Ω', high: '8 Ω' },
    );
    fc.assert(
      fc.property(measured, limits, (each, document) => {
        const { low, high } = resolveExpectation(document, 'resistance');
        const found = judged(each, document, 'resistance');
        if (found?.verdict !== 'within') return;
        expect(each.truth).toBeGreaterThan(low - 0.3);
        expect(each.truth).toBeLessThan(high + 0.3);
      }),
      { numRuns: 3000 },
    );
  });

  it('say what leads that were not zeroed take off', () => {
    const sentence = judge({
      reading: { kind: 'value', quantity: { value: 1.8, unit: 'Ω', exponent: -1 } },
      function: 'resistance',
      expectation: resolveExpectation({ kind: 'limit', atMost: '0.5 Ω' }, 'resistance'),
      meter: HAND_METER,
    }).sentence.replaceAll('\u00a0', ' ');
    expect(sentence).toContain('1.8 Ω less 1 Ω for leads not zeroed is 0.8 Ω, ± 1.2 Ω is 0.0 to 2.0 Ω');
  });

  it('are low, not shorted, where the range is too coarse to tell a short', () => {
    const coarse = judge({
      reading: { kind: 'value', quantity: { value: 0, unit: 'Ω', exponent: 3 } },
      function: 'resistance',
      expectation: resolveExpectation({ kind: 'nominal', value: '150 kΩ' }, 'resistance'),
      meter: HAND_METER,
      leads: { zero: 0.2 },
    });
    expect(coarse.verdict).toBe('low');
  });
});
