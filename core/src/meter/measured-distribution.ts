import { normalDensity, normalProbability } from './normal-distribution';

/** What is known of a true value after one reading: the convolution of a rectangle and a normal distribution. */
export interface MeasuredDistribution {
  readonly centre: number;
  /** Half-width of the rectangular part, not negative. */
  readonly halfWidth: number;
  /** Standard deviation of the normal part, not negative. */
  readonly deviation: number;
}

/**
 * Probability that the true value is at or below `x`.
 *
 * Convolution of the two densities of JCGM 101:2008, 6.4.2 (rectangular) and 6.4.7 (normal), integrated in closed form.
 */
export function probabilityBelow(distribution: MeasuredDistribution, x: number): number {
  const { centre, halfWidth, deviation } = distribution;
  if (x === Infinity) return 1;
  if (x === -Infinity) return 0;
  const offset = x - centre;
  if (halfWidth <= 0 && deviation <= 0) return offset >= 0 ? 1 : 0;
  if (halfWidth <= deviation * 1e-6) return normalProbability(offset / deviation);
  if (deviation <= halfWidth * 1e-6) return Math.min(1, Math.max(0, (offset + halfWidth) / (2 * halfWidth)));
  const integrated = (z: number): number => z * normalProbability(z) + normalDensity(z);
  const scale = deviation / (2 * halfWidth);
  const value = scale * (integrated((offset + halfWidth) / deviation) - integrated((offset - halfWidth) / deviation));
  return Math.min(1, Math.max(0, value));
}

/**
 * Half-width of the symmetric interval that covers the true value with this probability (0 to 1, exclusive).
 *
 * For a rectangle alone it is the probability times the half-width; for a normal distribution alone 1.96 deviations
 * at 95 % (JCGM 100:2008, 6.3 and 4.3.7).
 */
export function coverageHalfWidth(distribution: MeasuredDistribution, probability = 0.95): number {
  const centred = { ...distribution, centre: 0 };
  let low = 0;
  let high = distribution.halfWidth + 10 * distribution.deviation;
  if (high === 0) return 0;
  for (let step = 0; step < 60; step += 1) {
    const middle = (low + high) / 2;
    if (2 * probabilityBelow(centred, middle) - 1 < probability) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
