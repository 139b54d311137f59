import type { Meter } from '../meter';
import type { MeasurementFunction } from '../quantity';

/** An error of a meter as a part of what its accuracy allows, from -1 to 1. */
export type MeterError = () => number;

/** A meter that is as right as its last digit. */
export const NO_ERROR: MeterError = () => 0;

/**
 * The figure a meter shows for a value, in V or Ω with all its digits: off by as much of its accuracy as `error` says,
 * rounded to the range it takes. More than it can show is `OL`.
 */
export function shown(meter: Meter, measured: MeasurementFunction, value: number, error: MeterError): string {
  const ranges = meter.functions.get(measured)?.ranges ?? [];
  const unit = measured === 'resistance' || measured === 'continuity' ? 'Ω' : 'V';
  const range = ranges.find(({ upTo }) => Math.abs(value) < upTo);
  if (!range) return ranges.length === 0 && Number.isFinite(value) ? `${value.toPrecision(4)} ${unit}` : 'OL';
  const { ofReading, counts, resolution } = range;
  const off = value + error() * (ofReading * Math.abs(value) + counts * resolution);
  const steps = Math.round((measured === 'dc-voltage' ? off : Math.max(0, off)) / resolution);
  const decimals = Math.max(0, Math.ceil(-Math.log10(resolution) - 1e-9));
  return `${(steps * resolution).toFixed(decimals)} ${unit}`;
}
