import { formatQuantity, FUNCTIONS, formatValue, inBase, type MeasurementFunction, type Reading } from '../quantity';
import type { Meter } from './meter';
import { topOfRanges } from './uncertainty';

/** A meter counts a little over the end of its range before it shows that there is no more; common practice, no source. */
const COUNTS_ON = 1.1;

/**
 * Why this meter cannot have shown this figure, in one sentence: it has no range that goes so far. Undefined where it can,
 * or where nothing is known of the meter.
 */
export function beyondMeter(reading: Reading, measured: MeasurementFunction, meter?: Meter): string | undefined {
  if (reading.kind === 'list') return reading.members.map((each) => beyondMeter(each, measured, meter)).find(Boolean);
  const top = topOfRanges(measured, meter);
  if (!meter || top === undefined) return undefined;
  const shown = reading.kind === 'value' || reading.kind === 'unsteady' ? reading.quantity : undefined;
  const far = shown ?? (reading.kind === 'swing' || reading.kind === 'span' ? reading.high : undefined);
  if (!far || Math.abs(inBase(far)) <= COUNTS_ON * top) return undefined;
  return `${meter.name} shows ${FUNCTIONS[measured].name} up to ${formatValue(top, FUNCTIONS[measured].unit)}, and ${formatQuantity(far)} is more. Type what it shows, OL where it shows no figure.`;
}
