import { formatValue } from './format-quantity';
import type { UnitSymbol } from './unit';

/** Past this many digits two figures are the same for anybody who reads them. */
const MOST_DIGITS = 9;

/**
 * Writes figures of one sentence with as few digits as tell every two different ones apart: limits of 230.1 and 230.4 V are
 * never both "230 V".
 *
 * @example toldApart([230.1, 230.4], 'V') // ["230.1 V", "230.4 V"]
 * @example toldApart([20.4, 27.6], 'V') // ["20.4 V", "27.6 V"]
 */
export function toldApart(values: readonly number[], unit: UnitSymbol, least = 3): readonly string[] {
  const different = new Set(values).size;
  for (let digits = least; digits < MOST_DIGITS; digits += 1) {
    const written = values.map((value) => formatValue(value, unit, digits));
    if (new Set(written).size === different) return written;
  }
  return values.map((value) => formatValue(value, unit, MOST_DIGITS));
}
