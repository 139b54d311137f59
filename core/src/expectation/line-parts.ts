import type { Dimension, MeasurementFunction } from '../quantity';
import type { ReferenceDocument } from './expectation-common';
import { amountText, quantityText } from './line-amounts';

/** Plus or minus, as a hand types it. */
export const PLUS_MINUS = ' ?(?:±|\\+-|\\+/-) ?';

/** `ambient`, `last`, `21 °C`, `21 °C?` or `5..35 °C`: a reading, a known value, a guess, a span of guesses. */
export function referenceOf(text: string, dimension: Dimension): ReferenceDocument {
  const word = text.trim();
  if (/^[a-z][\w-]*$/i.test(word) && !/^\d/.test(word)) return { reading: word.toLowerCase() };
  const span = /^(.+?) ?(?:\.{2,3}|…) ?(.+?)\??$/.exec(word);
  if (span) {
    const unit = /[^\d.,+-].*$/.exec(span[2] ?? '')?.[0] ?? '';
    const low = /^[+-]?[\d.,]+$/.test(span[1] ?? '') ? `${span[1]}${unit}` : (span[1] ?? '');
    return { guess: `${amountText(low, dimension)}..${amountText(span[2] ?? '', dimension)}` };
  }
  return word.endsWith('?')
    ? { value: `${amountText(word.slice(0, -1), dimension)}?` }
    : { value: amountText(word, dimension) };
}

/** A field of a document, where the line has it. */
export function optional<Key extends string>(
  key: Key,
  text: string | undefined,
  read: (text: string) => string,
): Partial<Record<Key, string>> {
  return text === undefined ? {} : ({ [key]: read(text) } as Record<Key, string>);
}

/** `4.5..5.5 V`: the first end takes the unit of the second where it has none of its own. */
export function spanOf(low: string, high: string, measured: MeasurementFunction): { low: string; high: string } {
  const unit = /^[+-]?[\d.,]+$/.test(low) ? (/[^\d.,+-].*$/.exec(high)?.[0] ?? '') : '';
  return { low: quantityText(`${low}${unit}`, measured), high: quantityText(high, measured) };
}

/** A reference as the line has it. */
export function referenceWords({ reading, value, guess }: ReferenceDocument): string {
  return reading ?? value ?? guess ?? '';
}

/** The text with what stands before it; nothing where there is none. */
export function spaced(before: string, text: string | undefined): string {
  return text === undefined ? '' : `${before}${text}`;
}

/** " ±10 %". */
export function off({ tolerance }: { readonly tolerance?: string }): string {
  return spaced(' ±', tolerance);
}
