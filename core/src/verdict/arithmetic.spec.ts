import fc from 'fast-check';
import { resolveExpectation, type ExpectationDocument } from '../expectation';
import { inBase, parseQuantity, parseReading, type Dimension, type MeasurementFunction } from '../quantity';
import { HAND_METER } from '../testing/demo';
import { judge, type Judgement } from '.';

const UNITS: readonly (readonly [MeasurementFunction, Dimension, string, number])[] = [
  ['ac-voltage', 'voltage', 'V', 2],
  ['dc-voltage', 'voltage', 'mV', 1],
  ['resistance', 'resistance', 'kΩ', 3],
  ['capacitance', 'capacitance', 'µF', 2],
  ['temperature', 'temperature', '°C', 1],
  ['temperature', 'temperature', '°F', 1],
  ['pressure', 'pressure', 'bar', 3],
  ['pressure', 'pressure', 'psi', 1],
  ['pressure', 'pressure', 'inH2O', 2],
  ['pressure', 'pressure', 'kPa', 1],
  ['insulation', 'resistance', 'MΩ', 1],
];

interface Case {
  readonly asked: readonly [MeasurementFunction, Dimension, string, number];
  readonly figure: number;
  readonly limit: number;
  readonly isUpper: boolean;
}

const cases: fc.Arbitrary<Case> = fc.record({
  asked: fc.constantFrom(...UNITS),
  figure: fc.integer({ min: 11, max: 599 }),
  limit: fc.integer({ min: 11, max: 599 }),
  isUpper: fc.boolean(),
});

function judged({ asked: [measured, , unit, digits], figure, limit, isUpper }: Case): Judgement {
  const text = `${(figure / 10 ** digits).toFixed(digits)} ${unit}`;
  const bound = `${limit / 10 ** digits} ${unit}`;
  const document: ExpectationDocument = { kind: 'limit', ...(isUpper ? { atMost: bound } : { atLeast: bound }) };
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(`${text}: ${JSON.stringify(parsed)}`);
  const expectation = resolveExpectation(document, measured);
  return judge({ reading: parsed.reading, function: measured, expectation, meter: HAND_METER, leads: { zero: 0 } });
}

describe('the sentence of a judgement', () => {
  it('has the interval of the judgement in it, in the unit that was typed, for every function and unit', () => {
    fc.assert(
      fc.property(cases, (each) => {
        const { sentence, interval } = judged(each);
        const [, dimension] = each.asked;
        const [, low = '', high = '', unit = ''] =
          /is (-?[\d.]+) to (-?[\d.]+)\u00a0(\S+?);/.exec(sentence.replaceAll('\u2212', '-')) ?? [];
        expect(unit).withContext(sentence).not.toBe('');
        const inBaseOf = (figure: string): number => {
          const parsed = parseQuantity(`${figure} ${unit}`, dimension);
          if (parsed.outcome === 'error') throw new Error(`${figure} ${unit}: ${parsed.message}`);
          return inBase(parsed.quantity);
        };
        const [from, to] = [interval?.low ?? NaN, interval?.high ?? NaN];
        // The last digit written is that of the uncertainty: it is off by no more than a twentieth of the width.
        const slack = Math.abs(to - from) * 0.11 + Math.abs(to) * 1e-9;
        expect(Math.abs(inBaseOf(low) - from))
          .withContext(sentence)
          .toBeLessThanOrEqual(slack);
        expect(Math.abs(inBaseOf(high) - to))
          .withContext(sentence)
          .toBeLessThanOrEqual(slack);
      }),
      { numRuns: 600 },
    );
  });

  it('says °F to who typed °F, and psi to who typed psi', () => {
    const of = (asked: Case['asked'], figure: number, limit: number): string =>
      judged({ asked, figure, limit, isUpper: true }).sentence.replaceAll('\u00a0', ' ');
    expect(of(['temperature', 'temperature', '°F', 1], 720, 700)).toContain('above 70 °F');
    expect(of(['temperature', 'temperature', '°F', 1], 720, 700)).not.toContain('°C');
    expect(of(['pressure', 'pressure', 'psi', 1], 460, 450)).toContain('above 45 psi');
    expect(of(['pressure', 'pressure', 'psi', 1], 460, 450)).not.toContain('bar');
  });
});
