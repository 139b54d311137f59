/** Temperature coefficient of resistance per °C at 20 °C: annealed copper IEC 60028, aluminium IEC 60889 (from memory). */
export const CONDUCTOR_COEFFICIENTS = { copper: 0.00393, aluminium: 0.00403 } as const;
export type ConductorMaterial = keyof typeof CONDUCTOR_COEFFICIENTS;

const REFERENCE = 20;

/**
 * Ohms at `celsius` of a winding that has `ohms` at `at` (°C): R2/R1 = (1 + α (t2 − 20)) / (1 + α (t1 − 20)).
 *
 * @example windingOhms(20, 9.2, 20, 'copper') // 9.2
 */
export function windingOhms(celsius: number, ohms: number, at: number, material: ConductorMaterial): number {
  const alpha = CONDUCTOR_COEFFICIENTS[material];
  return (ohms * (1 + alpha * (celsius - REFERENCE))) / (1 + alpha * (at - REFERENCE));
}

/** Temperature in °C of a winding that reads `now` ohms and has `ohms` at `at` (°C): resistance method, IEC 60034-1. */
export function windingCelsius(now: number, ohms: number, at: number, material: ConductorMaterial): number {
  const alpha = CONDUCTOR_COEFFICIENTS[material];
  return REFERENCE + ((now / ohms) * (1 + alpha * (at - REFERENCE)) - 1) / alpha;
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
