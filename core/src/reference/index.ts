export { balanceOf, type Balance } from './balance';
export { cableDrop, ohmsPerMetre, type CableRun } from './cable';
export {
  CALCULATORS,
  runCalculator,
  type Calculator,
  type CalculatorField,
  type CalculatorCurve,
  type CalculatorResult,
  type CurvePoint,
  type CalculatorRun,
} from './calculators';
export {
  capacitorAmps,
  capacitorFarads,
  coilImpedance,
  heaterOhms,
  heaterWatts,
  loadAmps,
  ratedAmps,
  threePhaseAmps,
} from './load';
export {
  PLATINUM_CLASSES,
  PLATINUM_RANGE,
  platinumCelsius,
  platinumOhms,
  platinumTolerance,
  type PlatinumClass,
} from './platinum';
export { nearestPosition } from './selector';
export { strayVolts, type OpenLead } from './stray-voltage';
export { betaCelsius, betaOhms, steinhartHartCelsius, steinhartHartOhms, type SteinhartHart } from './thermistor';
export { FUSE_RATINGS, transformerFigures } from './transformer';
export { tableFault, tableSpan, tableValue, type ValueTable } from './value-table';
export {
  absorption,
  CONDUCTOR_COEFFICIENTS,
  INSULATION_REFERENCE,
  insulationAt40,
  LEAST_INSULATION,
  leastInsulationAt,
  windingCelsius,
  windingOhms,
  type ConductorMaterial,
} from './winding';
export { endsOf, magnitudeOfEnds, PRESENCE, presenceOf, type Ends, type Presence } from './presence';
