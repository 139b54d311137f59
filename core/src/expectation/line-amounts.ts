import {
  DocumentError,
  formatQuantity,
  FUNCTIONS,
  parseAmount,
  UNITS,
  type Dimension,
  type MeasurementFunction,
  type Quantity,
} from '../quantity';

/** A quantity of the function's dimension, written as documents write it; a trailing question mark stays. */
export function quantityText(text: string | undefined, measured: MeasurementFunction): string {
  const { dimension, unit, prefix, current } = FUNCTIONS[measured];
  const assumed = text?.endsWith('?') ?? false;
  const bare = (assumed ? text?.slice(0, -1) : text)?.trim() ?? '';
  return `${formatted(amountOf(bare, { dimension, unit, prefix, current }))}${assumed ? '?' : ''}`;
}

/** A quantity of another dimension, in its base unit where none is written. */
export function amountText(text: string, dimension: Dimension): string {
  const unit = UNITS.find((each) => each.dimension === dimension)?.symbol ?? '%';
  return formatted(amountOf(text.trim(), { dimension, unit, prefix: 0 }));
}

/** Percent, or an amount of the function's dimension. */
export function toleranceText(text: string, measured: MeasurementFunction): string {
  if (text.endsWith('%')) return amountText(text, 'ratio');
  const { dimension, unit, prefix, current } = FUNCTIONS[measured];
  return formatted(amountOf(text, { dimension, unit, prefix, current }));
}

/** Percent, degrees, or an amount of the function's dimension. */
export function curveToleranceText(text: string, measured: MeasurementFunction): string {
  return /°|[CFK]$/.test(text) ? amountText(text, 'temperature') : toleranceText(text, measured);
}

export function formatted(quantity: Quantity): string {
  return formatQuantity(quantity).replaceAll('\u00a0', ' ');
}

function amountOf(text: string, context: Parameters<typeof parseAmount>[1]): Quantity {
  const parsed = parseAmount(text, context);
  if (parsed.outcome === 'amount') return parsed.quantity;
  const [first, second] = parsed.outcome === 'ask' ? parsed.candidates.map(formatted) : [];
  // Nobody is asked about a line that can be typed more plainly.
  const message =
    parsed.outcome === 'error'
      ? `"${text}": ${parsed.message}`
      : `"${text}" could be ${first} or ${second}; write it so it is one.`;
  throw new DocumentError('', message, []);
}
