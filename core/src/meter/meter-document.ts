import type { MeasurementFunction } from '../quantity';

/** A meter profile as written in a file; quantities are texts such as "600 V". */
export interface MeterDocument {
  readonly format: 'juxtameter/meter';
  readonly version: 1;
  readonly id: string;
  readonly name: string;
  /** Measurement category and voltage the meter is built for (IEC 61010-2-033), such as "CAT III 600 V, CAT II 1000 V". */
  readonly category: string;
  /** Test voltages of an insulation tester, such as "500 V". */
  readonly insulationVoltages?: readonly string[];
  readonly notes?: string;
  readonly functions: readonly MeterFunctionDocument[];
}

export interface MeterFunctionDocument {
  readonly function: MeasurementFunction;
  readonly inputImpedance?: string;
  readonly trueRms?: boolean;
  /** A mode that loads the circuit so that stray voltages collapse. */
  readonly lowImpedance?: { readonly inputImpedance: string };
  readonly ranges: readonly MeterRangeDocument[];
}

export interface MeterRangeDocument {
  readonly upTo: string;
  readonly resolution: string;
  /** The data sheet's "± (percent of reading + counts of the last digit)". */
  readonly accuracy: { readonly percent: string; readonly counts: number };
}
