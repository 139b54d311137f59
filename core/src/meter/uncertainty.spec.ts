import fc from 'fast-check';
import { FUNCTIONS } from '../quantity';
import { HAND_METER, POCKET_METER } from '../testing/demo';
import { seeded } from '../testing/tapping-hand';
import { finerRange, MOST_LEAD_OHMS, readMeter, topOfRanges, uncertaintyOf, type MeterDocument } from '.';

const volts = (value: number, exponent: number) => ({ value, unit: 'V' as const, exponent });
const ohms = (value: number, exponent: number) => ({ value, unit: 'Ω' as const, exponent });

describe('the uncertainty of a reading', () => {
  it('adds percent of reading and counts of the range the digits came from', () => {
    // 26.90 V in the 60 V range: 1 % is 0.269 V, 3 counts of 10 mV are 0.03 V.
    const { distribution, halfWidth95 } = uncertaintyOf(volts(26.9, -2), 'ac-voltage', HAND_METER);
    expect(distribution.halfWidth).toBeCloseTo(0.299, 9);
    expect(halfWidth95).toBeCloseTo(0.95 * 0.299, 6);
  });

  it('takes fewer digits for a higher range', () => {
    // 26.9 V was shown by the 600 V range: 3 counts of 100 mV.
    expect(uncertaintyOf(volts(26.9, -1), 'ac-voltage', HAND_METER).distribution.halfWidth).toBeCloseTo(0.569, 9);
  });

  it('adds half a typed digit where the reader rounded', () => {
    expect(uncertaintyOf(volts(27, 0), 'ac-voltage', HAND_METER).distribution.halfWidth).toBeCloseTo(
      0.27 + 0.3 + 0.5,
      9,
    );
    // "8" may have been shown by the 6 kΩ range, whose last digit is 1 Ω: less typed is less known.
    expect(uncertaintyOf(ohms(8, 0), 'resistance', HAND_METER, { zero: 0 }).distribution.halfWidth).toBeCloseTo(
      0.072 + 2,
      9,
    );
    expect(uncertaintyOf(volts(27.1, -1), 'ac-voltage', undefined).distribution.halfWidth).toBeCloseTo(0.05, 9);
  });

  it('takes the zeroed leads off and doubts leads that were not zeroed', () => {
    const zeroed = uncertaintyOf(ohms(1.8, -1), 'resistance', HAND_METER, { zero: 1.7 });
    expect(zeroed.distribution.centre).toBeCloseTo(0.1, 9);
    const unzeroed = uncertaintyOf(ohms(1.8, -1), 'resistance', HAND_METER);
    expect(unzeroed.value).toBeCloseTo(1.8, 9);
    expect(unzeroed.distribution.centre).toBeCloseTo(0.8, 9);
    expect(unzeroed.halfWidth95).toBeGreaterThan(zeroed.halfWidth95);
    expect(unzeroed.components.map((each) => each.source)).toContain('leads not zeroed');
  });

  it('knows less the fewer digits are typed', () => {
    const functions = ['ac-voltage', 'dc-voltage', 'resistance', 'capacitance'] as const;
    const digits = fc.tuple(
      fc.constantFrom(...functions),
      fc.integer({ min: 1, max: 5999 }),
      fc.integer({ min: -3, max: 0 }),
    );
    fc.assert(
      fc.property(digits, fc.constantFrom(HAND_METER, POCKET_METER), ([measured, figure, exponent], meter) => {
        const { unit } = FUNCTIONS[measured];
        const half = (last: number): number => {
          const value = Number((figure * 10 ** exponent).toFixed(Math.max(0, -last)));
          return uncertaintyOf({ value, unit, exponent: last }, measured, meter, { zero: 0 }).halfWidth95;
        };
        expect(half(exponent + 1)).toBeGreaterThanOrEqual(half(exponent) * 0.9);
      }),
    );
  });

  it('covers the true ohms 95 times in 100, whatever the leads have, by sampling (JCGM 101:2008, 7)', () => {
    const random = seeded(20261130);
    const shown = { upTo: 600, resolution: 0.1, ofReading: 0.009, counts: 2 };
    for (const truth of [0.4, 3, 47, 320]) {
      let covered = 0;
      for (let sample = 0; sample < 4000; sample += 1) {
        const leads = random() * MOST_LEAD_OHMS;
        const before = truth + leads;
        const error = (2 * random() - 1) * (before * shown.ofReading + shown.counts * shown.resolution);
        const figure = Number((before + error).toFixed(1));
        const { distribution, halfWidth95 } = uncertaintyOf(ohms(figure, -1), 'resistance', HAND_METER);
        if (Math.abs(distribution.centre - truth) <= halfWidth95) covered += 1;
      }
      expect(covered / 4000)
        .withContext(`${truth} Ω`)
        .toBeGreaterThan(0.95);
    }
  });

  it('knows the end of its ranges and a finer one that would hold the value', () => {
    expect(topOfRanges('resistance', HAND_METER)).toBe(60e6);
    expect(topOfRanges('resistance', POCKET_METER)).toBe(2e6);
    expect(finerRange(volts(26.9, -1), 'ac-voltage', HAND_METER)?.upTo).toBe(60);
    expect(finerRange(volts(26.9, -2), 'ac-voltage', HAND_METER)).toBeUndefined();
  });

  it('names the path of a profile it cannot read', () => {
    const document: MeterDocument = {
      format: 'juxtameter/meter',
      version: 1,
      id: 'm',
      name: 'M',
      category: 'CAT II 300 V',
      functions: [
        {
          function: 'ac-voltage',
          ranges: [{ upTo: '60 A', resolution: '1 mV', accuracy: { percent: '1 %', counts: 1 } }],
        },
      ],
    };
    expect(() => readMeter(document)).toThrowError(/functions\[0\]\.ranges\[0\]\.upTo/);
  });
});
