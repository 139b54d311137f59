import fc from 'fast-check';
import { resolveExpectation, type ResolvedExpectation } from '../expectation';
import { balanceOf } from '../reference';
import { plainMeter } from '../testing/exact-meter';
import type { Meter } from '../meter';
import { parseReading, type MeasurementFunction } from '../quantity';
import { judge, type Judgement } from '.';
import { RULES_VERSION } from './verdict';

/** Half a hundred volts and ohms with a tenth as the last digit, above that whole ones; one count off. */
const COUNTING = plainMeter([
  { upTo: 100, resolution: 0.1, ofReading: 0.5, counts: 1 },
  { upTo: 1000, resolution: 1, ofReading: 0.5, counts: 1 },
]);
const EXACT = plainMeter([{ upTo: 1e6, resolution: 0.001, ofReading: 0, counts: 0 }]);

function alike(within: number, each?: ResolvedExpectation): ResolvedExpectation {
  return {
    low: -Infinity,
    high: Infinity,
    unit: 'V',
    absentBelow: 0.05,
    partialBelow: 0.5,
    words: 'alike',
    rule: 'alike',
    judgeable: true,
    finite: true,
    caveat: { kind: 'alike-is-not-right', words: 'Alike is not right' },
    balance: { within, ...(each ? { absolute: each } : {}) },
  };
}

function judged(
  text: string,
  expectation: ResolvedExpectation,
  measured: MeasurementFunction = 'ac-voltage',
  meter: Meter = COUNTING,
  zero?: number,
): Judgement {
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(text);
  const found = judge({
    reading: parsed.reading,
    function: measured,
    expectation,
    meter,
    ...(zero === undefined ? {} : { leads: { zero } }),
  });
  return { ...found, sentence: found.sentence.replaceAll('\u00a0', ' ') };
}

const volts = (text: string): ResolvedExpectation =>
  resolveExpectation({ kind: 'nominal', value: text, tolerance: '10 %' }, 'ac-voltage');

const TO_DECIDE = [
  'use the lowest range that holds all of them',
  'zero the leads',
  'read all of them again with firm contact',
];

describe('whether members of a set are alike', () => {
  it('is told with its arithmetic: counts are each one’s own, the percentage is common to all', () => {
    // Mean 100, farthest 4; the farthest errs by 1 V of its range, the others by 0.1 V of theirs: 2/3 + 0.2/3 = 0.73 V.
    expect(judged('99.0 / 104 / 97.0', alike(0.05))).toEqual({
      verdict: 'within',
      value: 100,
      sentence:
        '99.0 V / 104 V / 97.0 V: mean 100 V, the farthest 4 % from it (3.3 % to 4.7 % with what the meter leaves open), at most 5 % allowed: alike. Alike is not right.',
      notes: ['alike-is-not-right'],
      rulesVersion: RULES_VERSION,
    });
    expect(judged('99.0 / 104 / 97.0', alike(0.045))).toEqual({
      verdict: 'undecided',
      value: 100,
      sentence:
        '99.0 V / 104 V / 97.0 V: mean 100 V, the farthest 4 % from it (3.3 % to 4.7 % with what the meter leaves open), at most 4.5 % allowed: too close to tell.',
      waysToDecide: TO_DECIDE,
      rulesVersion: RULES_VERSION,
    });
    expect(judged('99.0 / 104 / 97.0', alike(0.032))).toEqual({
      verdict: 'unbalanced',
      value: 100,
      sentence:
        '99.0 V / 104 V / 97.0 V: mean 100 V, the farthest 4 % from it (3.3 % to 4.7 % with what the meter leaves open), at most 3.2 % allowed: not alike.',
      rulesVersion: RULES_VERSION,
    });
  });

  it('is met at the limit itself', () => {
    expect(judged('95.000 / 105.000', alike(0.05), 'ac-voltage', EXACT).verdict).toBe('within');
    expect(judged('95.000 / 105.001', alike(0.05), 'ac-voltage', EXACT).verdict).toBe('unbalanced');
    expect(judged('100.011 / 100.022 / 100.055', alike(0.05), 'ac-voltage', EXACT).sentence).toContain('mean 100 V,');
  });

  it('counts how well two tips repeat, and leads that were not zeroed as ohms that may be theirs', () => {
    // Own counts 0.1 on all: 0.1333; tips 1.96 * 0.05 * sqrt(2/3) = 0.0800; the farthest 0.4 Ω from 4 Ω.
    const zeroed = judged('3.6 / 4.0 / 4.4', alike(0.2), 'resistance', COUNTING, 0);
    expect(zeroed.sentence).toContain('10 % from it (4.7 % to 15 % with');
    // Up to 2 Ω of the 4 are the leads': the same 0.4 Ω may be a fifth, or with the counts 0.5333 of 2 Ω.
    const unzeroed = judged('3.6 / 4.0 / 4.4', alike(0.2), 'resistance');
    expect(unzeroed.sentence).toContain('10 % from it (6.7 % to 27 % with');
    expect(unzeroed.verdict).toBe('undecided');
    // Where the leads may be all of it, anything may be.
    expect(judged('1.8 / 1.9 / 2.0', alike(0.2), 'resistance').verdict).toBe('undecided');
  });

  it('never passes what some values within the meter’s error would not, and accuses only what none would pass', () => {
    const member = fc.integer({ min: 10, max: 999 });
    fc.assert(
      fc.property(
        fc.array(member, { minLength: 2, maxLength: 4 }),
        fc.integer({ min: 1, max: 400 }),
        (figures, thousandths) => {
          const within = thousandths / 1000;
          const text = figures.map((each) => (each / 10).toFixed(1)).join(' / ');
          const { verdict } = judged(text, alike(within));
          const corners = cornersOf(figures.map((each) => each / 10));
          const mean = balanceOf(figures.map((each) => each / 10)).mean;
          const parts = corners.map((each) => balanceOf(each).deviation / mean);
          if (verdict === 'within') expect(Math.max(...parts)).toBeLessThanOrEqual(within + 1e-9);
          if (verdict === 'unbalanced') expect(Math.min(...parts)).toBeGreaterThan(within - 1e-9);
          if (verdict === 'undecided') expect(Math.max(...parts)).toBeGreaterThan(within - 1e-9);
        },
      ),
    );
  });

  it('is not told of one alone, of what moves, of what is beyond the display, nor of nothing', () => {
    const one = judge({
      reading: { kind: 'list', members: [{ kind: 'value', quantity: { value: 3, unit: 'V', exponent: 0 } }] },
      function: 'ac-voltage',
      expectation: alike(0.05),
    });
    expect([one.verdict, one.value]).toEqual(['undecided', undefined]);
    expect(one.sentence).toContain('one alone is not alike to anything.');
    expect(Object.keys(one)).not.toContain('value');
    expect(judged('95.0 / 95.0', alike(0.05)).verdict).toBe('within');
    expect(judged('3.1 / 3.0..3.2 / 3.1', alike(0.5)).verdict).toBe('unsteady');
    expect(judged('3.1 / OL / 3.1', alike(0.5)).verdict).toBe('unbalanced');
    expect(judged('3.1 / OL / 3.1', alike(0.5), 'resistance').verdict).toBe('open');
    expect(judged('0.0 / 0.0 / 0.0', alike(0.5)).verdict).toBe('undecided');
    expect(judged('0.5 / 0.5 / 0.5', alike(0.5), 'ac-voltage', EXACT).verdict).toBe('within');
    expect(judged('-0.5 / 0.5', alike(0.5), 'dc-voltage').sentence).toContain('their mean is zero');
  });

  it('is said beside what each of them should be; what is wrong in itself is wrong however alike', () => {
    const wrong = judged('60.0 / 60.1 / 60.0', alike(0.05, volts('100 V')));
    expect(wrong.verdict).toBe('low');
    expect(wrong.notes).toEqual(['alike-and-wrong']);
    expect(wrong.sentence).toContain(': alike. Alike, and yet: each should be 100 V ±10 %: all low.');
    const right = judged('100.0 / 101.0 / 100.0', alike(0.05, volts('100 V')), 'ac-voltage', EXACT);
    expect(right.verdict).toBe('within');
    expect(Object.keys(right)).not.toContain('notes');
    expect(right.sentence).toContain(': alike. Each should be 100 V ±10 %: all within.');
    const mixed = judged('85.0 / 93.0 / 101.0', alike(0.5, volts('100 V')), 'ac-voltage', EXACT);
    expect(mixed.verdict).toBe('mixed');
    expect(mixed.sentence).toContain('low, within, within.');
    const unlike = judged('60.0 / 100.0 / 100.0', alike(0.05, volts('100 V')), 'ac-voltage', EXACT);
    expect(unlike.verdict).toBe('unbalanced');
    expect(Object.keys(unlike)).not.toContain('notes');
    // Too close to tell whether they are alike, and surely low each.
    expect(judged('58.0 / 59.8 / 58.0', alike(0.021, volts('100 V'))).verdict).toBe('low');
    // Alike, and one of them too close to its limit.
    const close = judged('90.0 / 93.0 / 93.0', alike(0.5, volts('100 V')));
    expect(close.verdict).toBe('undecided');
    expect(Object.keys(close)).not.toContain('notes');
    expect(close.waysToDecide).toEqual(TO_DECIDE);
    // Neither can be told.
    expect(judged('90.0 / 90.9 / 90.0', alike(0.0062, volts('100 V'))).verdict).toBe('undecided');
  });

  it('is open where the nearest they may be is just the limit', () => {
    const whole = plainMeter([{ upTo: 1000, resolution: 1, ofReading: 0, counts: 1 }]);
    // Three volts from the mean of 20 V, each off by one: between a tenth and a fifth.
    expect(judged('17 / 23', alike(0.1), 'ac-voltage', whole).verdict).toBe('undecided');
    expect(judged('17 / 23', alike(0.0999), 'ac-voltage', whole).verdict).toBe('unbalanced');
  });

  it('does not pass on what is said of each where they are not alike', () => {
    const found = judged('20.0 / 30.0 / 20.0', alike(0.05, volts('100 V')), 'ac-voltage', EXACT);
    expect(found.verdict).toBe('unbalanced');
    expect(found.sentence).toContain('all partial');
    expect(Object.keys(found)).not.toContain('notes');
  });

  it('passes on why each of them could not be judged', () => {
    const unknown = resolveExpectation({ kind: 'unknown' }, 'ac-voltage');
    const found = judged('3.1 / 3.0 / 3.1', alike(0.5, unknown), 'ac-voltage', EXACT);
    expect(found.verdict).toBe('unjudged');
    expect(found.sentence).toContain('all unjudged (3.1 V is kept and not judged: what it should be is not known.)');
    expect(found.notes).toEqual(['no-expected-value']);
  });
});

/** Every member at either end of its error, beside all the others. */
function cornersOf(figures: readonly number[]): readonly (readonly number[])[] {
  return figures.reduce<readonly (readonly number[])[]>(
    (corners, each) =>
      corners.flatMap((corner) => [
        [...corner, each - 0.1],
        [...corner, each + 0.1],
      ]),
    [[]],
  );
}
