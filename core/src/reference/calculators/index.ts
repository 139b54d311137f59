import type { Calculator } from './calculator';
import { LOAD_CALCULATORS } from './load';
import { TEMPERATURE_CALCULATORS } from './temperature';
import { UNCERTAINTY_CALCULATOR } from './uncertainty';
import { WINDING_CALCULATORS } from './winding';

export { runCalculator } from './calculator';
export type {
  Calculator,
  CalculatorCurve,
  CalculatorField,
  CalculatorResult,
  CurvePoint,
  CalculatorRun,
} from './calculator';

/** The reference bench: every formula here is the very function the expectations use. */
export const CALCULATORS: readonly Calculator[] = [
  ...TEMPERATURE_CALCULATORS,
  ...WINDING_CALCULATORS,
  ...LOAD_CALCULATORS,
  UNCERTAINTY_CALCULATOR,
];
