/** Density of the standard normal distribution. */
export function normalDensity(x: number): number {
  return Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI);
}

/** Beyond this the tail is under 1e-300 and the result is 0 or 1 in double precision. */
const FARTHEST = 37;
/** Where the series and the continued fraction are both accurate to about 1e-15. */
const SERIES_LIMIT = 3;

/**
 * Distribution function Φ of the standard normal distribution, absolute error below 1e-14.
 *
 * Series 26.2.11 near the middle and continued fraction 26.2.14 in the tails of Abramowitz and Stegun, Handbook of
 * Mathematical Functions (1964).
 *
 * @example normalProbability(1.96) // 0.9750021048517795
 */
export function normalProbability(x: number): number {
  if (Number.isNaN(x)) throw new RangeError('Expected a number, got NaN');
  if (x <= -FARTHEST) return 0;
  if (x >= FARTHEST) return 1;
  if (Math.abs(x) > SERIES_LIMIT) return x > 0 ? 1 - upperTail(x) : upperTail(-x);
  let term = x;
  let sum = x;
  for (let odd = 3; Math.abs(term) > 1e-17 * Math.abs(sum); odd += 2) {
    term *= (x * x) / odd;
    sum += term;
  }
  return 0.5 + normalDensity(x) * sum;
}

function upperTail(x: number): number {
  let fraction = x;
  for (let k = 120; k >= 1; k -= 1) fraction = x + k / fraction;
  return normalDensity(x) / fraction;
}
