import { shiftedDecimal } from './decimal';
import { unitOf, type UnitSymbol } from './unit';

/** A number with its unit and the resolution it was written with. */
export interface Quantity {
  /** In `unit`, without prefix: 4.7 kΩ has the value 4700. */
  readonly value: number;
  readonly unit: UnitSymbol;
  /** Power of ten of the last digit written, in `unit`: 4.7 kΩ has 2, 26.90 V has -2. */
  readonly exponent: number;
}

/**
 * The quantity that `digits` units of the last place make, with exact decimal rounding.
 *
 * @example quantityFromDigits(269, -1, 'V') // {"value":26.9,"unit":"V","exponent":-1}
 */
export function quantityFromDigits(digits: number, exponent: number, unit: UnitSymbol): Quantity {
  return { value: Number(`${digits}e${exponent}`), unit, exponent };
}

/**
 * Rounds `value` (in `unit`) to a quantity with its last digit at `exponent`.
 *
 * @example roundedQuantity(26.94, 'V', -1) // {"value":26.9,"unit":"V","exponent":-1}
 */
export function roundedQuantity(value: number, unit: UnitSymbol, exponent: number): Quantity {
  const digits = Math.round(shiftedDecimal(value, -exponent));
  return quantityFromDigits(digits === 0 ? 0 : digits, exponent, unit);
}

/**
 * Value in the base unit of the dimension (V A Ω F H Hz °C Pa s W VA J m mm² %).
 *
 * @example inBase({ value: 24, unit: 'V', exponent: 0 }) // 24
 * @example inBase({ value: 32, unit: '°F', exponent: 0 }) // 0
 */
export function inBase(quantity: Quantity): number {
  const { factor, offset } = unitOf(quantity.unit);
  return quantity.value * factor + offset;
}

/**
 * One step of the last digit written, in the base unit of the dimension.
 *
 * @example resolutionInBase({ value: 26.9, unit: 'V', exponent: -1 }) // 0.1
 */
export function resolutionInBase(quantity: Quantity): number {
  return 10 ** quantity.exponent * unitOf(quantity.unit).factor;
}

/**
 * Converts a value in the dimension's base unit into `unit`; `inBase` undoes it.
 *
 * @example fromBase(0, '°F') // 32
 */
export function fromBase(value: number, unit: UnitSymbol): number {
  const { factor, offset } = unitOf(unit);
  return (value - offset) / factor;
}
