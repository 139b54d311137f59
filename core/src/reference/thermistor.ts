/** 0 °C in kelvin (SI brochure). */
const ZERO_CELSIUS = 273.15;
const TWENTY_FIVE = 298.15;

/** The three coefficients of Steinhart and Hart, for ohms and kelvin. */
export interface SteinhartHart {
  readonly a: number;
  readonly b: number;
  readonly c: number;
}

/**
 * Ohms of a thermistor by its beta: R = R25 exp(β (1/T − 1/298.15 K)).
 *
 * @example betaOhms(25, 10000, 3950) // 10000
 */
export function betaOhms(celsius: number, ohmsAt25: number, betaKelvin: number): number {
  return ohmsAt25 * Math.exp(betaKelvin * (1 / (celsius + ZERO_CELSIUS) - 1 / TWENTY_FIVE));
}

/**
 * Temperature in °C of a thermistor with this beta that reads `ohms`.
 *
 * @example betaCelsius(10000, 10000, 3950) // 25
 */
export function betaCelsius(ohms: number, ohmsAt25: number, betaKelvin: number): number {
  return 1 / (1 / TWENTY_FIVE + Math.log(ohms / ohmsAt25) / betaKelvin) - ZERO_CELSIUS;
}

/**
 * Temperature in °C: 1/T = a + b ln R + c (ln R)³ (Steinhart and Hart, Calibration curves for thermistors, Deep-Sea
 * Research 15, 1968).
 */
export function steinhartHartCelsius(ohms: number, { a, b, c }: SteinhartHart): number {
  const log = Math.log(ohms);
  return 1 / (a + b * log + c * log ** 3) - ZERO_CELSIUS;
}

/** Ohms at a temperature in °C: the real root of the cubic above by Cardano's formula, c > 0. */
export function steinhartHartOhms(celsius: number, { a, b, c }: SteinhartHart): number {
  const x = (a - 1 / (celsius + ZERO_CELSIUS)) / (2 * c);
  const y = Math.sqrt((b / (3 * c)) ** 3 + x ** 2);
  return Math.exp(Math.cbrt(y - x) - Math.cbrt(y + x));
}
