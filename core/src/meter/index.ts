export { beyondMeter } from './beyond-meter';
export { coverageHalfWidth, probabilityBelow, type MeasuredDistribution } from './measured-distribution';
export { readMeter, type Meter, type MeterFunction, type MeterRange } from './meter';
export type { MeterDocument, MeterFunctionDocument, MeterRangeDocument } from './meter-document';
export { normalDensity, normalProbability } from './normal-distribution';
export {
  finerRange,
  MOST_LEAD_OHMS,
  topOfRanges,
  uncertaintyOf,
  type Compared,
  type LeadState,
  type Uncertainty,
  type UncertaintyComponent,
} from './uncertainty';
export { categoryNumber, mostVolts, readRatings, type MeterRating } from './rating';
