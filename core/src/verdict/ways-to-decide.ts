import { finerRange, type LeadState, type Meter } from '../meter';
import { FUNCTIONS, formatValue, type MeasurementFunction, type SingleReading } from '../quantity';

/** What may settle an undecided reading, cheapest first. */
export function waysToDecide(
  reading: SingleReading,
  measured: MeasurementFunction,
  meter: Meter | undefined,
  leads: LeadState | undefined,
  isLowImpedance = false,
): readonly string[] {
  const ways: string[] = [];
  const { dimension, unit } = FUNCTIONS[measured];
  if (FUNCTIONS[measured].readsLeads && leads?.zero === undefined)
    ways.push('hold the tips together, zero the leads and read again');
  if (reading.kind === 'value') {
    const finer = finerRange(reading.quantity, measured, meter);
    if (finer)
      ways.push(
        `type every digit it shows, or use the ${formatValue(finer.upTo, unit)} range: its last digit is ${formatValue(finer.resolution, unit)}`,
      );
  }
  if (dimension === 'voltage' && !isLowImpedance && meter?.functions.get(measured)?.hasLowImpedanceMode) {
    ways.push('switch to low-impedance mode: a stray voltage collapses');
  }
  ways.push('repeat the reading with firm contact');
  return ways;
}

/** What a meter may show on an open lead at these points, in volts. */
export interface StrayEstimate {
  readonly low: number;
  readonly high: number;
  /** "An open lead of 6 m beside 24 V". */
  readonly words: string;
}

/** What tells a stray voltage from a supply with something in series, cheapest first. */
export function waysToSettlePartial(
  measured: MeasurementFunction,
  meter: Meter | undefined,
  isLowImpedance: boolean,
): readonly string[] {
  const hasMode = meter?.functions.get(measured)?.hasLowImpedanceMode ?? false;
  return [
    ...(hasMode && !isLowImpedance ? ['read again in low-impedance mode: a stray voltage collapses'] : []),
    'load it: connect the load or a test lamp and read again',
    'unplug the lead and read the source alone',
  ];
}
