/**
 * Ohms of a pure resistance from its rating: R = V²/P.
 *
 * @example heaterOhms(2300, 230) // 23
 */
export function heaterOhms(watts: number, volts: number): number {
  return volts ** 2 / watts;
}

/** Watts a resistance takes at a voltage: P = V²/R. */
export function heaterWatts(ohms: number, volts: number): number {
  return volts ** 2 / ohms;
}

/**
 * Amps from watts or volt-amperes in one phase: I = S/V.
 *
 * @example ratedAmps(80, 24) // 3.3333333333333335
 */
export function ratedAmps(voltAmperes: number, volts: number): number {
  return voltAmperes / volts;
}

/**
 * Amps a load of so many watts takes: I = P/(V cos φ), in each line of three phases I = P/(√3 V cos φ), `volts` between
 * lines. A motor's plate gives what it delivers: divide by its efficiency before.
 *
 * @example loadAmps(1100, { volts: 230, powerFactor: 1, isThreePhase: false }) // 4.782608695652174
 */
export function loadAmps(
  watts: number,
  { volts, powerFactor, isThreePhase }: { volts: number; powerFactor: number; isThreePhase: boolean },
): number {
  const voltAmperes = watts / powerFactor;
  return isThreePhase ? threePhaseAmps(voltAmperes, volts) : ratedAmps(voltAmperes, volts);
}

/** Amps in each line of a three-phase load, `volts` between lines: I = S/(√3 V). */
export function threePhaseAmps(voltAmperes: number, volts: number): number {
  return voltAmperes / (Math.sqrt(3) * volts);
}

/** Ohms of a coil's impedance from its holding volt-amperes: Z = V²/S; its ohms on the meter are less. */
export function coilImpedance(voltAmperes: number, volts: number): number {
  return volts ** 2 / voltAmperes;
}

/** Amps through a capacitor: I = 2π f C V. */
export function capacitorAmps(farads: number, volts: number, hertz: number): number {
  return 2 * Math.PI * hertz * farads * volts;
}

/** Farads from the current through a capacitor in service: C = I/(2π f V). */
export function capacitorFarads(amps: number, volts: number, hertz: number): number {
  return amps / (2 * Math.PI * hertz * volts);
}
