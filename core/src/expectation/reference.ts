import {
  DocumentError,
  formatValue,
  toldApart,
  inBase,
  parseReading,
  readQuantity,
  unitOf,
  type Dimension,
  type MeasurementFunction,
  type UnitSymbol,
} from '../quantity';
import type { ReferenceDocument } from './expectation-common';
import type { Needed } from './resolved-expectation';
import type { NamedReading, ResolutionFacts } from './resolution-facts';

/** What the other quantity is, between two ends of its base unit. */
export interface KnownReference {
  readonly low: number;
  readonly high: number;
  readonly words: string;
  /** What was guessed, in words; missing where it was read or is known. */
  readonly guessed?: string;
  readonly reading?: NamedReading;
}

export type Reference = KnownReference | { readonly needs: Needed; readonly words: string };

/** A temperature somebody guessed may be off by this much, °C; common practice, no source. */
const GUESSED_DEGREES = 10;
/** Any other guess, as a part of it; common practice, no source. */
const GUESSED_PART = 0.2;

/** The reading where there is one, else the value, else the guess, else what has to be read. */
export function resolveReference(
  document: ReferenceDocument,
  path: string,
  dimension: Dimension,
  facts: ResolutionFacts,
): Reference {
  const { reading: name, value, guess } = document;
  if (name === undefined && value === undefined && guess === undefined)
    throw new DocumentError(path, 'The other quantity is a reading, a value or a guess.', ['{"reading":"ambient"}']);
  const read = name === undefined ? undefined : facts.reading?.(name);
  if (read && read.dimension !== dimension)
    throw new DocumentError(path, `"${name}" is a reading of ${read.dimension}, not of ${dimension}.`, [dimension]);
  if (read) {
    const { low, high, words } = read;
    return read.isGuess ? { low, high, words, guessed: words } : { low, high, words, reading: read };
  }
  if (value !== undefined) return known(value, path, dimension);
  if (guess !== undefined) return guessed(guess, path, dimension);
  const wanted = name ?? '';
  return { needs: { kind: 'reading', name: wanted }, words: `${spoken(wanted)}, which was not read` };
}

/** A name as said at the machine: "sister-zone" is "sister zone". */
export function spoken(name: string): string {
  return name.replaceAll('-', ' ');
}

function known(text: string, path: string, dimension: Dimension): KnownReference {
  const quantity = readQuantity(text, `${path}.value`, dimension);
  if (quantity.assumed) return guessed(text.trim().replace(/\?$/, ''), path, dimension);
  const at = inBase(quantity);
  return { low: at, high: at, words: formatValue(quantity.value, quantity.unit, 5) };
}

function guessed(text: string, path: string, dimension: Dimension): KnownReference {
  const swing = /\.\.|…/.test(text)
    ? parseReading(text, { function: FUNCTION_OF[dimension] ?? 'temperature' })
    : undefined;
  if (swing) {
    if (swing.outcome !== 'reading' || swing.reading.kind !== 'swing')
      throw new DocumentError(`${path}.guess`, `"${text}" is no span.`, ['5..35 °C']);
    const { low, high } = swing.reading;
    return guessedSpan(inBase(low), inBase(high), low.unit);
  }
  const quantity = readQuantity(text, `${path}.guess`, dimension);
  const at = inBase(quantity);
  const off = dimension === 'temperature' ? GUESSED_DEGREES : Math.abs(at) * GUESSED_PART;
  return guessedSpan(at - off, at + off, quantity.unit);
}

function guessedSpan(low: number, high: number, written: UnitSymbol): KnownReference {
  const { factor, offset } = unitOf(written);
  const ends = [low, high].map((value) => (value - offset) / factor);
  const words = toldApart(ends, written, 4).join(' to ');
  return { low, high, words, guessed: words };
}

const FUNCTION_OF: Partial<Record<Dimension, MeasurementFunction>> = {
  temperature: 'temperature',
  pressure: 'pressure',
  voltage: 'dc-voltage',
  resistance: 'resistance',
  current: 'dc-current',
  time: 'elapsed-time',
  frequency: 'frequency',
};
