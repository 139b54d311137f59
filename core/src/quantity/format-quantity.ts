import { shiftedDecimal } from './decimal';
import { roundedQuantity, type Quantity } from './quantity';
import { PREFIX_LETTERS, unitOf, type UnitSymbol } from './unit';

const NO_BREAK_SPACE = '\u00a0';
const MINUS = '\u2212';

/**
 * Writes a quantity as a person does: engineering prefix, the resolution as typed, a real minus sign,
 * Ω (U+03A9) and µ (U+00B5). `parseQuantity(formatQuantity(q))` gives `q` back, resolution included.
 *
 * @example formatQuantity({ value: 4700, unit: 'Ω', exponent: 2 }) // "4.7 kΩ"
 */
export function formatQuantity(quantity: Quantity): string {
  return `${mantissaOf(quantity, prefixFor(quantity))}${NO_BREAK_SPACE}${prefixedUnit(quantity.unit, prefixFor(quantity))}`;
}

/** Writes two values with one unit and the same last digit: "26.85 to 26.95 V". */
export function formatSpan(low: number, high: number, unit: UnitSymbol, exponent: number): string {
  const ends = [low, high].map((value) => roundedQuantity(value, unit, exponent));
  const [larger = { value: 0, unit, exponent }] = [...ends].sort((a, b) => Math.abs(b.value) - Math.abs(a.value));
  const prefix = prefixFor(larger);
  const [first, second] = ends.map((end) => mantissaOf(end, prefix));
  return `${first} to ${second}${NO_BREAK_SPACE}${prefixedUnit(unit, prefix)}`;
}

function prefixedUnit(unit: UnitSymbol, prefix: number): string {
  return `${PREFIX_LETTERS.get(prefix) ?? ''}${unit}`;
}

function mantissaOf(quantity: Quantity, prefix: number): string {
  const decimals = Math.max(0, prefix - quantity.exponent);
  const mantissa = shiftedDecimal(Math.abs(quantity.value), -prefix).toFixed(decimals);
  const sign = quantity.value < 0 ? MINUS : '';
  return `${sign}${mantissa}`;
}

/** What a difference of equal numbers leaves behind: no meter shows a thousandth of a picofarad. */
const NOISE = 1e-15;

/**
 * Writes a computed number (in `unit`) with a number of significant digits, 3 by default; trailing zeros after the
 * decimal point are dropped, since a limit of "24 V" is not "24.0 V".
 *
 * @example formatValue(4700, 'Ω') // "4.7 kΩ"
 * @example formatValue(0.0123, 'A', 3) // "12.3 mA"
 */
export function formatValue(value: number, unit: UnitSymbol, significant = 3): string {
  if (!Number.isFinite(value)) return value > 0 ? `∞${NO_BREAK_SPACE}${unit}` : `${MINUS}∞${NO_BREAK_SPACE}${unit}`;
  if (Math.abs(value) < NOISE) return formatQuantity({ value: 0, unit, exponent: 0 });
  const magnitude = Math.floor(Math.log10(Math.abs(value)));
  let rounded = roundedQuantity(value, unit, magnitude - significant + 1);
  while (rounded.exponent < magnitude && dropsOnlyAZero(rounded)) {
    rounded = roundedQuantity(rounded.value, unit, rounded.exponent + 1);
  }
  // A whole number is written out in full: 230 V, not 0.23 kV.
  return formatQuantity({ ...rounded, exponent: Math.min(rounded.exponent, prefixByMagnitude(rounded)) });
}

function dropsOnlyAZero(quantity: Quantity): boolean {
  return roundedQuantity(quantity.value, quantity.unit, quantity.exponent + 1).value === quantity.value;
}

function prefixFor(quantity: Quantity): number {
  const { written, prefixes } = unitOf(quantity.unit);
  const byMagnitude = quantity.value === 0 ? 0 : prefixByMagnitude(quantity);
  // A last digit above the prefix could not be written without inventing digits: 0.2 kΩ is not 200 Ω.
  const fits = (prefix: number): boolean => prefix >= byMagnitude && prefix >= quantity.exponent;
  return written.find(fits) ?? prefixes.find(fits) ?? written.at(-1) ?? 0;
}

function prefixByMagnitude(quantity: Quantity): number {
  const { written } = unitOf(quantity.unit);
  const magnitude = Math.floor(Math.log10(Math.abs(quantity.value)) + 1e-12);
  return written.filter((prefix) => prefix <= magnitude).at(-1) ?? written[0] ?? 0;
}
