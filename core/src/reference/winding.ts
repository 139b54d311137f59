/** Temperature coefficient of resistance per °C at 20 °C: annealed copper IEC 60028, aluminium IEC 60889 (from memory). */
export const CONDUCTOR_COEFFICIENTS = { copper: 0.00393, aluminium: 0.00403 } as const;
export type ConductorMaterial = keyof typeof CONDUCTOR_COEFFICIENTS;

/**
 * The same for windings: copper IEC 60028; aluminium by the 225 that the resistance method of IEC 60034-1 puts in place of
 * copper's 235, 1/(225 + 20) (from memory).
 */
const WINDING_COEFFICIENTS: Readonly<Record<ConductorMaterial, number>> = { copper: 0.00393, aluminium: 1 / 245 };

/** °C. */
const REFERENCE = 20;

/**
 * Ohms at `celsius` of a winding that has `knownOhms` at `knownCelsius`: R2/R1 = (1 + α (t2 − 20)) / (1 + α (t1 − 20)).
 *
 * @example windingOhms(20, 9.2, 20, 'copper') // 9.2
 */
export function windingOhms(
  celsius: number,
  knownOhms: number,
  knownCelsius: number,
  material: ConductorMaterial,
): number {
  const alpha = WINDING_COEFFICIENTS[material];
  return (knownOhms * (1 + alpha * (celsius - REFERENCE))) / (1 + alpha * (knownCelsius - REFERENCE));
}

/** Temperature in °C of a winding that reads `ohms` and has `knownOhms` at `knownCelsius`: resistance method, IEC 60034-1. */
export function windingCelsius(
  ohms: number,
  knownOhms: number,
  knownCelsius: number,
  material: ConductorMaterial,
): number {
  const alpha = WINDING_COEFFICIENTS[material];
  return REFERENCE + ((ohms / knownOhms) * (1 + alpha * (knownCelsius - REFERENCE)) - 1) / alpha;
}

/** Reference temperature of insulation readings, °C. */
export const INSULATION_REFERENCE = 40;
/** Least insulation of a random-wound machine under 1 kV at 40 °C, ohms (IEEE 43, from memory). */
export const LEAST_INSULATION = 5e6;

/**
 * Insulation resistance brought to 40 °C: it halves for every 10 °C, so the factor is 0.5^((40 − t)/10) (IEEE 43, from
 * memory, for older thermoplastic insulation). `celsius` is the winding's temperature.
 *
 * @example insulationAt40(100, 30) // 50
 */
export function insulationAt40(ohms: number, celsius: number): number {
  return ohms * 0.5 ** ((INSULATION_REFERENCE - celsius) / 10);
}

/**
 * Least insulation at `celsius` that is `ohms` at 40 °C: the inverse of the rule above, so that more is asked of a cold
 * winding.
 *
 * @example leastInsulationAt(5e6, 20) // 20000000
 */
export function leastInsulationAt(ohms: number, celsius: number): number {
  return ohms * 2 ** ((INSULATION_REFERENCE - celsius) / 10);
}

/** What two readings of an insulation tester minutes apart say: their ratio, and what is asked of it. */
export interface AbsorptionFigures {
  readonly ratio: number;
  readonly isEnough: boolean;
}

/** Least polarisation index of classes B, F and H (IEEE 43, from memory); over 5000 MΩ it says nothing. */
export const LEAST_POLARISATION = 2;
/** Least absorption ratio of sound insulation; common practice, no source. */
export const LEAST_ABSORPTION = 1.25;
/** From here on at 40 °C the index may be disregarded, ohms (IEEE 43, from memory). */
export const INDEX_SAYS_NOTHING_FROM = 5e9;

/**
 * The later reading over the earlier one: 10 min over 1 min is the polarisation index, 60 s over 30 s the absorption ratio.
 *
 * @example absorption(100e6, 260e6, 2) // {"ratio":2.6,"isEnough":true}
 */
export function absorption(earlierOhms: number, laterOhms: number, leastRatio: number): AbsorptionFigures {
  const ratio = laterOhms / earlierOhms;
  return { ratio, isEnough: ratio >= leastRatio };
}
