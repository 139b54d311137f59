import { DocumentError, formatValue, inBase, readQuantity, type Dimension, type DocumentQuantity } from '../quantity';

const BARE = /^\+? ?[\d.,]+$/;

/**
 * A tolerance in the base unit of `dimension`, from a percentage of `nominal` or an absolute amount; a bare figure is in
 * the unit of the value it belongs to. @throws DocumentError for one below zero, which would turn the band inside out, and
 * for percent of a temperature: of which zero, nobody says.
 */
export function readTolerance(
  text: string,
  path: string,
  nominal: number,
  dimension: Dimension,
  valueUnit?: DocumentQuantity['unit'],
): number {
  const written = valueUnit !== undefined && BARE.test(text.trim()) ? `${text} ${valueUnit}` : text;
  const quantity = readQuantity(written, path, dimension, 'ratio');
  if (quantity.value < 0)
    throw new DocumentError(path, `"${text}" is below zero: a tolerance is how far it may be off.`, ['±10 %', '±3']);
  if (quantity.unit === '%' && dimension === 'temperature')
    throw new DocumentError(path, 'Percent of a temperature depends on where its zero is.', ['±2 °C', '±3.6 °F']);
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

/** The quantity as a person writes a nominal, with every digit that was written: "24 V", "230.12 V". */
export function nominalWords(quantity: DocumentQuantity): string {
  const short = formatValue(quantity.value, quantity.unit, 4);
  const whole = formatValue(quantity.value, quantity.unit, 9);
  return Math.abs(quantity.value) < 1e9 && short !== whole ? whole : short;
}
