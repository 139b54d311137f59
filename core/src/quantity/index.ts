export { awgSquareMillimetres, readAwg } from './awg';
export { formatQuantity, formatSpan, formatValue } from './format-quantity';
export { formatReading } from './format-reading';
export {
  FUNCTIONS,
  MEASUREMENT_FUNCTIONS,
  type FunctionTraits,
  type MeasurementFunction,
} from './measurement-function';
export { parseQuantity, type DocumentQuantity, type ParsedQuantity } from './parse-quantity';
export { normalise, parseAmount } from './parse-amount';
export { parseReading, type ReadingContext } from './parse-reading';
export { fromBase, inBase, quantityFromDigits, resolutionInBase, roundedQuantity, type Quantity } from './quantity';
export type { ParsedReading, Reading, SingleReading } from './reading';
export { toldApart } from './told-apart';
export { UNITS, unitOf, type Dimension, type Unit, type UnitSymbol } from './unit';
export { DocumentError } from './document-error';
export { readQuantity } from './read-quantity';
