import fc from 'fast-check';
import { coverageHalfWidth, normalDensity, normalProbability, probabilityBelow } from '.';

describe('the normal distribution', () => {
  // Any statistical table; more digits from Abramowitz and Stegun, table 26.1.
  it('agrees with the tables', () => {
    expect(normalProbability(0)).toBe(0.5);
    expect(normalProbability(1)).toBeCloseTo(0.841344746068543, 14);
    expect(normalProbability(1.96)).toBeCloseTo(0.9750021048517795, 14);
    expect(normalProbability(2.5)).toBeCloseTo(0.993790334674224, 14);
    expect(normalProbability(-3.5)).toBeCloseTo(0.000232629079035525, 16);
    expect(normalProbability(6)).toBeCloseTo(0.999999999013412, 14);
    expect(normalDensity(0)).toBeCloseTo(0.3989422804014327, 15);
  });

  it('is symmetric and rises', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -40, max: 40, noNaN: true }),
        fc.double({ min: 1e-6, max: 3, noNaN: true }),
        (x, step) => {
          expect(normalProbability(x) + normalProbability(-x)).toBeCloseTo(1, 12);
          expect(normalProbability(x + step)).toBeGreaterThanOrEqual(normalProbability(x));
        },
      ),
      { seed: 3 },
    );
  });

  it('refuses what is no number', () => {
    expect(() => normalProbability(Number.NaN)).toThrowError(RangeError);
  });
});

describe('rectangle and normal combined', () => {
  it('covers 95 % with 1.96 deviations of a normal distribution alone (JCGM 100:2008, table G.1)', () => {
    expect(coverageHalfWidth({ centre: 0, halfWidth: 0, deviation: 1 })).toBeCloseTo(1.959964, 5);
  });

  it('covers 95 % with 0.95 half-widths of a rectangle alone, 1.65 standard deviations (JCGM 100:2008, G.2.1)', () => {
    expect(coverageHalfWidth({ centre: 0, halfWidth: 1, deviation: 0 })).toBeCloseTo(0.95, 9);
    expect(coverageHalfWidth({ centre: 0, halfWidth: Math.sqrt(3), deviation: 0 })).toBeCloseTo(1.645, 3);
  });

  it('agrees with a Monte Carlo convolution (the method of JCGM 101:2008)', () => {
    const distribution = { centre: 2, halfWidth: 1.5, deviation: 0.4 };
    let seed = 12345;
    const uniform = (): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return (seed + 0.5) / 2147483648;
    };
    const trials = 200_000;
    let below = 0;
    for (let trial = 0; trial < trials; trial += 1) {
      const normal = Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
      if (2 + 1.5 * (2 * uniform() - 1) + 0.4 * normal < 3.2) below += 1;
    }
    expect(probabilityBelow(distribution, 3.2)).toBeCloseTo(below / trials, 2);
  });

  it('covers what it says, never more than the two parts added', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 0.01, max: 10, noNaN: true }),
        (halfWidth, deviation) => {
          const distribution = { centre: 0, halfWidth, deviation };
          const half = coverageHalfWidth(distribution);
          expect(probabilityBelow(distribution, half) - probabilityBelow(distribution, -half)).toBeCloseTo(0.95, 6);
          expect(half).toBeLessThanOrEqual(halfWidth + 1.96 * deviation);
        },
      ),
      { seed: 4 },
    );
  });
});
