import { CONDUCTOR_COEFFICIENTS, type ConductorMaterial } from './winding';

/** Ohm metres at 20 °C: annealed copper 1/58 µΩ·m (IEC 60028), aluminium 0.028264 µΩ·m (IEC 60889, from memory). */
const RESISTIVITY: Readonly<Record<ConductorMaterial, number>> = { copper: 1e-6 / 58, aluminium: 0.028264e-6 };
const PER_SQUARE_MILLIMETRE = 1e6;

/** Ohms per metre of one conductor at `celsius`. */
export function ohmsPerMetre(squareMillimetres: number, material: ConductorMaterial = 'copper', celsius = 20): number {
  const warm = 1 + CONDUCTOR_COEFFICIENTS[material] * (celsius - 20);
  return (RESISTIVITY[material] * PER_SQUARE_MILLIMETRE * warm) / squareMillimetres;
}

export interface CableRun {
  /** One way, metres. */
  readonly length: number;
  readonly squareMillimetres: number;
  readonly amps: number;
  readonly material?: ConductorMaterial;
  readonly celsius?: number;
  /** Three conductors carry it: the drop between lines is √3 instead of twice the drop of one. */
  readonly isThreePhase?: boolean;
}

/** Volts lost in a cable run of plain resistance: there and back, or √3 of one way between lines. */
export function cableDrop(run: CableRun): number {
  const { length, squareMillimetres, amps, material = 'copper', celsius = 20, isThreePhase = false } = run;
  return (isThreePhase ? Math.sqrt(3) : 2) * amps * length * ohmsPerMetre(squareMillimetres, material, celsius);
}
