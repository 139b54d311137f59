import fc from 'fast-check';
import { parseExpectation, resolveExpectation, type ExpectationDocument } from '../expectation';
import { FUNCTIONS, type MeasurementFunction } from '../quantity';
import { HAND_METER } from '../testing/demo';
import { judge, type Verdict } from '.';

const POLAR = ['dc-voltage', 'dc-current'] as const satisfies readonly MeasurementFunction[];

/** The verdict on a figure in volts or amps, read to the millionth, so that its digits leave nothing open. */
function verdictOf(document: ExpectationDocument, measured: MeasurementFunction, value: number): Verdict {
  const { unit } = FUNCTIONS[measured];
  return judge({
    reading: { kind: 'value', quantity: { value, unit, exponent: -6 } },
    function: measured,
    expectation: resolveExpectation(document, measured),
  }).verdict;
}

const polar = fc.constantFrom(...POLAR);
const amount = fc.double({ min: 0.5, max: 300, noNaN: true }).map((each) => Math.round(each * 1000) / 1000);
const value = fc.double({ min: -600, max: 600, noNaN: true }).map((each) => Math.round(each * 1000) / 1000);
const quantity = (size: number, measured: MeasurementFunction): string => `${size} ${FUNCTIONS[measured].unit}`;

/** Every way to say that next to nothing should be there, up to `most`. */
const SHOULD_BE_NOTHING: readonly ((most: string) => ExpectationDocument)[] = [
  (most) => ({ kind: 'limit', atMost: most }),
  (most) => ({ kind: 'range', low: `0 ${most.slice(-1)}`, high: most }),
  (most) => ({ kind: 'swing', low: `0 ${most.slice(-1)}`, high: most }),
];

describe('a polar quantity', () => {
  it('passes a should-be-nothing by its magnitude: turning the probes never makes it pass, nor fail', () => {
    fc.assert(
      fc.property(polar, amount, value, fc.constantFrom(...SHOULD_BE_NOTHING), (measured, most, read, say) => {
        fc.pre(Math.abs(Math.abs(read) - most) > 1e-4);
        const document = say(quantity(most, measured));
        expect(verdictOf(document, measured, read) === 'within')
          .withContext(`${JSON.stringify(document)}, ${read}`)
          .toBe(Math.abs(read) < most);
        expect(verdictOf(document, measured, read)).toBe(verdictOf(document, measured, -read));
      }),
    );
  });

  it('of a DC link that should be gone is not gone at minus 320 V', () => {
    expect(verdictOf({ kind: 'limit', atMost: '50 V' }, 'dc-voltage', -320)).toBe('high');
    expect(verdictOf({ kind: 'state', is: 'absent', of: '310 V' }, 'dc-voltage', -310)).toBe('high');
    expect(verdictOf({ kind: 'state', is: 'closed', of: '24 V' }, 'dc-voltage', -24)).toBe('high');
  });

  it('is called reversed where it fits with the probes turned, and accuses nothing on the wrong side of zero', () => {
    const expected = fc.oneof(
      amount.map((each) => (unit: string): ExpectationDocument => ({ kind: 'nominal', value: `${each} ${unit}` })),
      amount.map((each) => (unit: string): ExpectationDocument => ({ kind: 'limit', atLeast: `${each} ${unit}` })),
      amount.map((each) => (unit: string): ExpectationDocument => ({
        kind: 'range',
        low: `${each} ${unit}`,
        high: `${(each * 1.2).toFixed(3)} ${unit}`,
      })),
      amount.map((each) => (unit: string): ExpectationDocument => ({
        kind: 'state',
        is: 'present',
        of: `${each} ${unit}`,
      })),
    );
    fc.assert(
      fc.property(polar, expected, value.map(Math.abs), (measured, say, size) => {
        const document = say(FUNCTIONS[measured].unit);
        const [straight, turned] = [size, -size].map((each) => verdictOf(document, measured, each));
        const context = `${JSON.stringify(document)}, ${size}: ${straight}, turned ${turned}`;
        expect(['reversed', 'absent', 'partial'])
          .withContext(context)
          .toContain(turned as string);
        if (straight === 'within' || straight === 'high') expect(turned).withContext(context).toBe('reversed');
        if (straight === 'absent' || straight === 'partial') expect(turned).withContext(context).toBe(straight);
      }),
    );
  });

  it('is reversed as well where nobody can tell on which side of the limit it would be', () => {
    const found = judge({
      reading: { kind: 'value', quantity: { value: -21.6, unit: 'V', exponent: -1 } },
      function: 'dc-voltage',
      expectation: resolveExpectation({ kind: 'nominal', value: '24 V', tolerance: '10 %' }, 'dc-voltage'),
      meter: HAND_METER,
    });
    expect(found.verdict).toBe('reversed');
    expect(found.waysToDecide?.[0]).toContain('turn the probes');
    expect(found.sentence).toContain('reversed');
  });

  it('keeps its sign where the chart says that it counts', () => {
    const parsed = parseExpectation('signed < 50 V', 'dc-voltage');
    expect(parsed).toEqual({ outcome: 'expectation', document: { kind: 'limit', atMost: '50 V', signed: true } });
    expect(verdictOf({ kind: 'limit', atMost: '50 V', signed: true }, 'dc-voltage', -320)).toBe('within');
    expect(verdictOf({ kind: 'nominal', value: '24 V', signed: true }, 'dc-voltage', -24)).toBe('low');
    // What is written with a minus counts with it.
    expect(verdictOf({ kind: 'range', low: '-12.6 V', high: '-11.4 V' }, 'dc-voltage', -12)).toBe('within');
    expect(verdictOf({ kind: 'range', low: '-12.6 V', high: '-11.4 V' }, 'dc-voltage', 12)).toBe('reversed');
    expect(verdictOf({ kind: 'range', low: '-2 V', high: '5 V' }, 'dc-voltage', -4)).toBe('low');
  });

  it('takes "below what the display shows" for a magnitude', () => {
    const below = judge({
      reading: { kind: 'below', quantity: { value: 0.1, unit: 'V', exponent: -1 } },
      function: 'dc-voltage',
      expectation: resolveExpectation({ kind: 'limit', atMost: '1 V' }, 'dc-voltage'),
    });
    expect(below.verdict).toBe('within');
  });

  it('leaves quantities without a sign as they are', () => {
    expect(verdictOf({ kind: 'limit', atMost: '50 V' }, 'ac-voltage', 20)).toBe('within');
    expect(verdictOf({ kind: 'nominal', value: '21 °C', tolerance: '2 °C' }, 'temperature', -21)).toBe('low');
  });
});
