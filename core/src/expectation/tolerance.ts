import { formatValue, inBase, readQuantity, type Dimension, type DocumentQuantity } from '../quantity';

/** A tolerance in the base unit of `dimension`, from a percentage of `nominal` or an absolute amount. */
export function readTolerance(text: string, path: string, nominal: number, dimension: Dimension): number {
  const quantity = readQuantity(text, path, dimension, 'ratio');
  if (quantity.unit === '%') return (Math.abs(nominal) * quantity.value) / 100;
  // A temperature tolerance is a difference: 2 °C is 2 K, 3.6 °F is 2 K.
  return quantity.unit === '°F'
    ? (quantity.value * 5) / 9
    : dimension === 'temperature'
      ? quantity.value
      : inBase(quantity);
}

/** A fraction from "80 %", or `fallback` when nothing is written. */
export function readFraction(text: string | undefined, path: string, fallback: number): number {
  return text === undefined ? fallback : readQuantity(text, path, 'ratio').value / 100;
}

/** The quantity as a person writes a nominal: "24 V". */
export function nominalWords(quantity: DocumentQuantity): string {
  return formatValue(quantity.value, quantity.unit, 4);
}
