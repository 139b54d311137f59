import { finerRange, type LeadState, type Meter } from '../meter';
import { FUNCTIONS, formatValue, type MeasurementFunction } from '../quantity';
import type { SingleReading } from './measured-interval';

/** What may settle an undecided reading, cheapest first. */
export function waysToDecide(
  reading: SingleReading,
  measured: MeasurementFunction,
  meter: Meter | undefined,
  leads: LeadState | undefined,
): readonly string[] {
  const ways: string[] = [];
  const { dimension, unit } = FUNCTIONS[measured];
  const readsLeads = measured === 'resistance' || measured === 'continuity';
  if (readsLeads && leads?.zero === undefined) ways.push('hold the tips together, zero the leads and read again');
  if (reading.kind === 'value') {
    const finer = finerRange(reading.quantity, measured, meter);
    if (finer)
      ways.push(
        `use the ${formatValue(finer.upTo, unit)} range: its last digit is ${formatValue(finer.resolution, unit)}`,
      );
  }
  if (dimension === 'voltage' && meter?.functions.get(measured)?.hasLowImpedanceMode) {
    ways.push('switch to low-impedance mode: a stray voltage collapses');
  }
  ways.push('repeat the reading with firm contact');
  return ways;
}
