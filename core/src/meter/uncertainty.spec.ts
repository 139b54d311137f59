import { HAND_METER, POCKET_METER } from '../testing/demo';
import { finerRange, readMeter, topOfRanges, uncertaintyOf, type MeterDocument } from '.';

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
      0.27 + 0.03 + 0.5,
      9,
    );
    // "8" was not shown by the 6 kΩ range, whose last digit is 1 Ω: somebody left ".0" out.
    expect(uncertaintyOf(ohms(8, 0), 'resistance', HAND_METER).distribution.halfWidth).toBeCloseTo(
      0.072 + 0.2 + 0.5,
      9,
    );
    expect(uncertaintyOf(volts(27.1, -1), 'ac-voltage', undefined).distribution.halfWidth).toBeCloseTo(0.05, 9);
  });

  it('takes the zeroed leads off and doubts leads that were not zeroed', () => {
    const zeroed = uncertaintyOf(ohms(1.8, -1), 'resistance', HAND_METER, { zero: 1.7 });
    expect(zeroed.distribution.centre).toBeCloseTo(0.1, 9);
    const unzeroed = uncertaintyOf(ohms(1.8, -1), 'resistance', HAND_METER);
    expect(unzeroed.distribution.centre).toBeCloseTo(1.8, 9);
    expect(unzeroed.halfWidth95).toBeGreaterThan(zeroed.halfWidth95);
    expect(unzeroed.components.map((each) => each.source)).toContain('leads not zeroed');
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
