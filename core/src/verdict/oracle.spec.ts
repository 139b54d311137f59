import fc from 'fast-check';
import type { ResolvedExpectation } from '../expectation';
import type { Meter } from '../meter';
import { parseReading, type MeasurementFunction, type Reading } from '../quantity';
import { judge } from '.';
import type { Verdict } from './verdict';

/** A meter without error that shows whole units: every limit is met exactly or not at all. */
const EXACT: Meter = {
  id: 'exact',
  name: 'exact',
  category: 'CAT IV 1000 V',
  ratings: [],
  insulationVoltages: [],
  functions: new Map(
    (['ac-voltage', 'dc-voltage', 'capacitance', 'temperature'] as const).map((each) => [
      each,
      {
        function: each,
        trueRms: true,
        hasLowImpedanceMode: false,
        ranges: [{ upTo: 40, resolution: 1, ofReading: 0, counts: 0 }],
      },
    ]),
  ),
};

interface Case {
  readonly measured: MeasurementFunction;
  readonly low: number;
  readonly high: number;
  readonly of: number | undefined;
  readonly shown: readonly [number, number];
  readonly kind: 'value' | 'swing' | 'over-range' | 'above' | 'below';
  readonly motion: ResolvedExpectation['motion'];
}

/** The rules as they are written in the design, over the ends of what the meter may have meant. */
function byTheRules({ measured, low, high, of, shown: [a, b], kind, motion }: Case): Verdict {
  const isPolar = measured === 'dc-voltage';
  const canBeNegative = isPolar || measured === 'temperature';
  const fold = isPolar && low <= 0 && high >= 0;
  const single = (from: number, to: number): Verdict => {
    let [bottom, top] = canBeNegative ? [from, to] : [Math.max(0, from), Math.max(0, to)];
    if (fold && bottom < 0) [bottom, top] = top <= 0 ? [-top, -bottom] : [0, Math.max(-bottom, top)];
    const far = Math.max(Math.abs(bottom), Math.abs(top));
    const near = Math.min(Math.abs(bottom), Math.abs(top));
    if (isPolar && !fold && (low > 0 ? top < 0 : bottom > 0)) {
      const isMoreThanAPart = of === undefined || of === 0 || far >= Math.abs(of) / 2 || near >= Math.abs(low);
      if (isMoreThanAPart) return 'reversed';
    }
    if (bottom >= low && top <= high) return 'within';
    if (!(bottom > high) && !(top < low)) return 'undecided';
    const isOver = bottom > high;
    const hasPart = of !== undefined && of !== 0 && measured !== 'temperature' && measured !== 'capacitance';
    if (hasPart && !isOver && far < Math.abs(of) * 0.05) return 'absent';
    if (hasPart && far < Math.abs(of) / 2 && (!isOver || (low <= 0 && high < Infinity))) return 'partial';
    return isOver ? 'high' : 'low';
  };
  const both = (): Verdict => {
    const ends = [single(a, a), single(b, b)];
    if (ends[0] === ends[1]) return ends[0] ?? 'unjudged';
    const outside = ends.find((each) => each !== 'within' && each !== 'undecided');
    return outside === 'reversed' ? 'low' : (outside ?? 'undecided');
  };
  const inBand = (): Verdict => {
    switch (kind) {
      case 'value':
        return single(a, a);
      case 'swing':
        return both();
      case 'over-range':
        return single(40, Infinity);
      case 'above':
        return single(a, Infinity);
      case 'below':
        return single(isPolar && a > 0 ? -a : -Infinity, a);
    }
  };
  if (motion?.kind !== 'swing') return kind === 'swing' ? 'unsteady' : inBand();
  if (inBand() !== 'within' && inBand() !== 'undecided') return inBand();
  if (kind !== 'value' && kind !== 'swing') return 'undecided';
  const moved = kind === 'swing' ? b - a : 0;
  if (moved < motion.atLeast) return 'steady';
  return moved > motion.atMost ? 'unsteady' : inBand();
}

const readingOf = ({ kind, shown: [a, b], measured }: Case): Reading => {
  const text = { value: `${a}`, swing: `${a}..${b}`, 'over-range': 'OL', above: `>${a}`, below: `<${a}` }[kind];
  const parsed = parseReading(text, { function: measured });
  if (parsed.outcome !== 'reading') throw new Error(`${text}: ${parsed.outcome}`);
  return parsed.reading;
};

const small = fc.integer({ min: -8, max: 8 });
const anyCase: fc.Arbitrary<Case> = fc
  .record({
    measured: fc.constantFrom<MeasurementFunction>('ac-voltage', 'dc-voltage', 'temperature'),
    ends: fc.tuple(small, small),
    isOpen: fc.constantFrom('', 'below', 'above'),
    of: fc.constantFrom(undefined, 0, 2, 4, 6, 8, -6, 20, 100),
    shown: fc.tuple(small, small),
    kind: fc.constantFrom<Case['kind']>('value', 'value', 'value', 'swing', 'over-range', 'above', 'below'),
    motion: fc.option(
      fc.record({
        kind: fc.constant('swing' as const),
        atLeast: fc.integer({ min: 0, max: 5 }),
        atMost: fc.integer({ min: 0, max: 9 }),
      }),
      { nil: undefined },
    ),
  })
  .map(({ measured, ends, isOpen, of, shown, kind, motion }): Case => {
    const isAc = measured === 'ac-voltage';
    const figures = (isAc ? shown.map(Math.abs) : shown) as [number, number];
    return {
      measured,
      low: isOpen === 'below' ? -Infinity : Math.min(...ends.map((each) => (isAc ? Math.abs(each) : each))),
      high: isOpen === 'above' ? Infinity : Math.max(...ends.map((each) => (isAc ? Math.abs(each) : each))),
      of,
      shown: [Math.min(...figures), Math.max(...figures)],
      kind,
      motion,
    };
  })
  // A swing of one figure is none, and the reading says so.
  .filter(({ kind, shown }) => kind !== 'swing' || shown[0] < shown[1]);

function expectationOf({ measured, low, high, of, motion }: Case): ResolvedExpectation {
  return {
    low,
    high,
    unit: measured === 'temperature' ? '°C' : 'V',
    ...(of === undefined ? {} : { of }),
    absentBelow: 0.05,
    partialBelow: 0.5,
    words: 'so much',
    rule: 'as said',
    judgeable: true,
    turnable: measured === 'dc-voltage',
    finite: true,
    ...(motion ? { motion } : {}),
  };
}

describe('the verdict against the rules as they are written', () => {
  it('is the same for every figure at, beside and far from every limit', () => {
    fc.assert(
      fc.property(anyCase, (each) => {
        const input = {
          reading: readingOf(each),
          function: each.measured,
          expectation: expectationOf(each),
          meter: EXACT,
        };
        expect(judge(input).verdict).withContext(JSON.stringify(each)).toBe(byTheRules(each));
      }),
      { numRuns: 4000 },
    );
  });

  it('keeps the value, the interval and the probability of a figure without error', () => {
    fc.assert(
      fc.property(anyCase, (each) => {
        const { kind, shown, low, high, motion, measured } = each;
        const { value, interval, probability } = judge({
          reading: readingOf(each),
          function: measured,
          expectation: expectationOf(each),
          meter: EXACT,
        });
        const isPlain = kind === 'value';
        expect(value).toBe(isPlain ? shown[0] : undefined);
        if (isPlain) expect(interval).toEqual({ low: shown[0], high: shown[0] });
        const inside = shown[0] >= low && shown[0] <= high ? 1 : 0;
        expect(probability).toBe(isPlain && !motion ? inside : undefined);
      }),
      { numRuns: 1000 },
    );
  });

  it('says of a bound no end that it does not have', () => {
    const of = (kind: Case['kind'], measured: MeasurementFunction): object | undefined => {
      const each: Case = { measured, low: 1, high: 2, of: undefined, shown: [5, 5], kind, motion: undefined };
      return judge({ reading: readingOf(each), function: measured, expectation: expectationOf(each), meter: EXACT })
        .interval;
    };
    expect(of('above', 'ac-voltage')).toEqual({ low: 5 });
    expect(of('over-range', 'ac-voltage')).toEqual({ low: 40 });
    expect(of('below', 'ac-voltage')).toEqual({ low: 0, high: 5 });
    expect(of('below', 'dc-voltage')).toEqual({ low: -5, high: 5 });
    expect(of('below', 'temperature')).toEqual({ high: 5 });
  });
});
