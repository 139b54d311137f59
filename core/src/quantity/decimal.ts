/** Digits and the power of ten of the last one: "24,30" is 2430 and -2. */
export interface Decimal {
  readonly digits: number;
  readonly exponent: number;
}

export type ParsedDecimal =
  | { readonly outcome: 'decimal'; readonly decimal: Decimal }
  /** One comma before exactly three digits: decimal comma or thousands? */
  | { readonly outcome: 'ambiguous'; readonly asDecimal: Decimal; readonly asThousands: Decimal }
  | { readonly outcome: 'none' };

/** More digits than any hand-held display shows; also keeps the arithmetic exact. */
const MOST_DIGITS = 12;

/** Reads an unsigned number with a decimal point or comma, or with grouped thousands. */
export function parseDecimal(text: string): ParsedDecimal {
  if (text.replace(/\D/g, '').length > MOST_DIGITS) return { outcome: 'none' };
  if (/^\d{1,3}(,\d{3})+\.\d+$/.test(text)) return decimal(text.replaceAll(',', ''));
  if (/^\d{1,3}(\.\d{3})+,\d+$/.test(text)) return decimal(text.replaceAll('.', '').replace(',', '.'));
  if (/^[1-9]\d{0,2}(,\d{3}){2,}$/.test(text)) return decimal(text.replaceAll(',', ''));
  if (/^[1-9]\d{0,2},\d{3}$/.test(text)) {
    return {
      outcome: 'ambiguous',
      asDecimal: toDecimal(text.replace(',', '.')),
      asThousands: toDecimal(text.replace(',', '')),
    };
  }
  if (/^(\d+([.,]\d*)?|[.,]\d+)$/.test(text)) return decimal(text.replace(',', '.'));
  return { outcome: 'none' };
}

function decimal(text: string): ParsedDecimal {
  return { outcome: 'decimal', decimal: toDecimal(text) };
}

function toDecimal(text: string): Decimal {
  const [whole = '', fraction = ''] = text.split('.');
  return { digits: Number(`${whole}${fraction}` || '0'), exponent: fraction === '' ? 0 : -fraction.length };
}

/** `value` times a power of ten, without the rounding noise of a multiplication. */
export function shiftedDecimal(value: number, power: number): number {
  const [mantissa = '0', exponent = '0'] = value.toExponential(14).split('e');
  return Number(`${mantissa}e${Number(exponent) + power}`);
}
