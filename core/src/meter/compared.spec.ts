import { HAND_METER } from '../testing/demo';
import { uncertaintyOf, type Uncertainty } from '.';

const ohms = (value: number, exponent = -1) => ({ value, unit: 'Ω' as const, exponent });
const volts = (value: number, exponent = -2) => ({ value, unit: 'V' as const, exponent });

/** One reading of the hand meter, with another taken off it. */
function difference(value: number, other: number, leads: { zero?: number } = {}): Uncertainty {
  const second = uncertaintyOf(ohms(other), 'resistance', HAND_METER, leads);
  return uncertaintyOf(ohms(value), 'resistance', HAND_METER, leads, {
    readings: [{ value: second.value, sign: 1, uncertainty: second }],
  });
}

const sizes = ({ components }: Uncertainty): Record<string, number> =>
  Object.fromEntries(components.map(({ source, size }) => [source, size]));

describe('a reading compared with others', () => {
  it('is alone where nothing is compared', () => {
    const alone = uncertaintyOf(ohms(100), 'resistance', HAND_METER);
    expect(uncertaintyOf(ohms(100), 'resistance', HAND_METER, {}, { readings: [] })).toEqual(alone);
  });

  it('has the percentage of the difference alone, since one range errs the same way twice', () => {
    const { percent, counts } = { percent: 0.009, counts: 2 };
    const found = difference(120, 100, { zero: 0.2 });
    expect(sizes(found)['percent of reading']).toBeCloseTo((120 - 100) * percent, 9);
    expect(found.distribution.halfWidth).toBeCloseTo(20 * percent + 2 * counts * 0.1, 9);
    expect(sizes(difference(100, 100, { zero: 0.2 }))['percent of reading']).toBeUndefined();
  });

  it('loses what leads that were not zeroed leave open, and keeps how well two tips repeat', () => {
    const zeroed = difference(120, 100, { zero: 0.2 });
    const unzeroed = difference(120, 100);
    expect(unzeroed.distribution.deviation).toBeCloseTo(Math.SQRT2 * 0.05, 9);
    expect(unzeroed.distribution.deviation).toBeCloseTo(zeroed.distribution.deviation, 9);
    expect(unzeroed.distribution.halfWidth).toBeCloseTo(zeroed.distribution.halfWidth, 9);
    expect(unzeroed.distribution.centre).toBe(unzeroed.value);
  });

  it('keeps the doubt of the leads where more than two are added up', () => {
    const other = uncertaintyOf(ohms(100), 'resistance', HAND_METER);
    const term = { value: 100, sign: 1 as const, uncertainty: other };
    const found = uncertaintyOf(ohms(200), 'resistance', HAND_METER, {}, { readings: [term, term] });
    // The sum has the leads twice, the reading once: it may lie as much higher as they are left over.
    expect(found.distribution.centre).toBeCloseTo(found.value + 1, 9);
    expect(sizes(found)['leads not zeroed']).toBeCloseTo(1, 9);
    expect(found.distribution.deviation).toBeCloseTo(Math.sqrt(3) * 0.05, 9);
  });

  it('errs apart in two ranges, and not at all by a figure taken as it stands', () => {
    const lower = uncertaintyOf(volts(5, -3), 'dc-voltage', HAND_METER);
    const found = uncertaintyOf(
      volts(50),
      'dc-voltage',
      HAND_METER,
      {},
      {
        readings: [{ value: 5, sign: 1, uncertainty: lower }],
      },
    );
    const own = uncertaintyOf(volts(50), 'dc-voltage', HAND_METER);
    expect(found.distribution.halfWidth).toBeCloseTo(own.distribution.halfWidth + lower.distribution.halfWidth, 9);
    const plain = uncertaintyOf(volts(50), 'dc-voltage', HAND_METER, {}, { readings: [{ value: 5, sign: 1 }] });
    expect(plain.distribution).toEqual(own.distribution);
  });
});
