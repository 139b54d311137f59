/**
 * Platinum resistance thermometers, IEC 60751:2008.
 *
 * The curve is the Callendar–Van Dusen equation of clause 4.2: from 0 to 850 °C R = R0 (1 + A t + B t²), from −200 to
 * 0 °C R = R0 (1 + A t + B t² + C (t − 100 °C) t³).
 */
const A = 3.9083e-3;
const B = -5.775e-7;
const C = -4.183e-12;

/** Where the standard gives the curve, in °C. */
export const PLATINUM_RANGE = { low: -200, high: 850 } as const;

export const PLATINUM_CLASSES = ['A', 'B'] as const;
export type PlatinumClass = (typeof PLATINUM_CLASSES)[number];

/**
 * Ohms of a platinum sensor at a temperature in °C; `ohmsAt0` are its ohms at 0 °C. NaN outside −200 to 850 °C.
 *
 * @example platinumOhms(100, 100) // 138.50549999999998
 */
export function platinumOhms(celsius: number, ohmsAt0: number): number {
  if (!(celsius >= PLATINUM_RANGE.low && celsius <= PLATINUM_RANGE.high)) return NaN;
  const below = celsius < 0 ? C * (celsius - 100) * celsius ** 3 : 0;
  return ohmsAt0 * (1 + A * celsius + B * celsius ** 2 + below);
}

/**
 * Temperature in °C of a platinum sensor that reads `ohms`; NaN where the standard gives no curve.
 *
 * @example platinumCelsius(138.5055, 100) // 99.99999999999976
 */
export function platinumCelsius(ohms: number, ohmsAt0: number): number {
  const lowest = platinumOhms(PLATINUM_RANGE.low, ohmsAt0);
  const highest = platinumOhms(PLATINUM_RANGE.high, ohmsAt0);
  if (!(ohms >= lowest && ohms <= highest)) return NaN;
  const quadratic = (-A + Math.sqrt(A ** 2 - 4 * B * (1 - ohms / ohmsAt0))) / (2 * B);
  if (quadratic >= 0) return quadratic;
  // Below 0 °C there is no closed form: the quadratic is within 3 K, Newton's method converges in a few steps.
  let celsius = quadratic;
  for (let step = 0; step < 8; step += 1) {
    const slope = A + 2 * B * celsius + C * (4 * celsius ** 3 - 300 * celsius ** 2);
    const ratio = 1 + A * celsius + B * celsius ** 2 + C * (celsius - 100) * celsius ** 3;
    celsius -= (ratio - ohms / ohmsAt0) / slope;
  }
  return celsius;
}

/**
 * Half-width of the tolerance in °C (IEC 60751: class A 0.15 + 0.002 |t|, class B 0.30 + 0.005 |t|).
 *
 * @example platinumTolerance(100, 'B') // 0.8
 */
export function platinumTolerance(celsius: number, of: PlatinumClass): number {
  return of === 'A' ? 0.15 + 0.002 * Math.abs(celsius) : 0.3 + 0.005 * Math.abs(celsius);
}
