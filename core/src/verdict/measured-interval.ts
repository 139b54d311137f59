import {
  probabilityBelow,
  topOfRanges,
  uncertaintyOf,
  type Compared,
  type LeadState,
  type MeasuredDistribution,
  type Meter,
  type Uncertainty,
} from '../meter';
import { FUNCTIONS, inBase, type MeasurementFunction, type SingleReading } from '../quantity';

/** Where the true value lies at 95 %, base unit; ends may be infinite. */
export interface MeasuredInterval {
  readonly low: number;
  readonly high: number;
  /** The value read, corrected for the leads; undefined when the reading is only a bound. */
  readonly value?: number;
  readonly uncertainty?: Uncertainty;
  readonly beyondDisplay: boolean;
}

/** The interval a single reading stands for, cut off at zero for quantities that cannot be negative. */
export function measuredInterval(
  reading: SingleReading,
  measured: MeasurementFunction,
  meter?: Meter,
  leads?: LeadState,
  compared?: Compared,
): MeasuredInterval {
  const floor = FUNCTIONS[measured].neverNegative ? 0 : -Infinity;
  const clamped = (low: number, high: number): { low: number; high: number } => ({
    low: Math.max(floor, low),
    high: Math.max(floor, high),
  });
  switch (reading.kind) {
    case 'value':
    case 'unsteady': {
      const uncertainty = uncertaintyOf(reading.quantity, measured, meter, leads, compared);
      const { centre } = uncertainty.distribution;
      const half = uncertainty.halfWidth95;
      return {
        ...clamped(centre - half, centre + half),
        value: Math.max(floor, uncertainty.value),
        uncertainty,
        beyondDisplay: false,
      };
    }
    case 'span':
    case 'swing': {
      const low = measuredInterval({ kind: 'value', quantity: reading.low }, measured, meter, leads);
      const high = measuredInterval({ kind: 'value', quantity: reading.high }, measured, meter, leads);
      return { low: low.low, high: high.high, beyondDisplay: false };
    }
    case 'over-range':
      if (FUNCTIONS[measured].overRangeSaysNothing) return { low: 0, high: Infinity, beyondDisplay: true };
      return { low: topOfRanges(measured, meter) ?? Infinity, high: Infinity, beyondDisplay: true };
    case 'never':
      return { low: Infinity, high: Infinity, beyondDisplay: true };
    case 'above':
      return { ...clamped(inBase(reading.quantity), Infinity), beyondDisplay: true };
    case 'below':
      return {
        ...clamped(leastBelow(inBase(reading.quantity), measured), inBase(reading.quantity)),
        beyondDisplay: true,
      };
  }
}

/** "<0.1" of a polar quantity is less than 0.1 whichever way the probes sit. */
function leastBelow(limit: number, measured: MeasurementFunction): number {
  return FUNCTIONS[measured].polar && limit > 0 ? -limit : -Infinity;
}

/**
 * Probability that the true value conforms to the band, from a uniform prior over the possible values
 * (JCGM 106:2012, 7.2), cut off at zero where the quantity cannot be negative.
 */
export function conformityProbability(
  distribution: MeasuredDistribution,
  { low, high }: { readonly low: number; readonly high: number },
  isNeverNegative: boolean,
): number {
  const { centre, halfWidth, deviation } = distribution;
  const floor = isNeverNegative ? 0 : -Infinity;
  // With no uncertainty at all the distribution is a step: the limit itself conforms.
  if (halfWidth === 0 && deviation === 0) return centre >= low && centre <= high ? 1 : 0;
  const below = (x: number): number => probabilityBelow(distribution, x);
  const possible = 1 - below(floor);
  // All of it is below nothing: the leads were taken off, and what is left is nothing.
  if (possible <= 0) return low <= floor ? 1 : 0;
  return Math.min(1, Math.max(0, below(high) - below(Math.max(low, floor))) / possible);
}
