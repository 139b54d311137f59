import {
  DocumentError,
  formatQuantity,
  FUNCTIONS,
  normalise,
  parseAmount,
  type MeasurementFunction,
  type Quantity,
} from '../quantity';
import type { ExpectationDocument, StateWord } from './expectation-document';
import { resolveExpectation } from './resolve';

/** What a typed line of expectation comes to; the caller keeps the text. */
export type ParsedExpectation =
  | { readonly outcome: 'expectation'; readonly document: ExpectationDocument }
  | { readonly outcome: 'error'; readonly message: string; readonly accepted: readonly string[] };

const LONGEST = 200;
const STATES: ReadonlySet<string> = new Set<StateWord>(['present', 'absent', 'closed', 'open']);
const UPPER = /^(?:<|≤|<=|at most|max) ?(.+)$/i;
const LOWER = /^(?:>|≥|>=|at least|min) ?(.+)$/i;
const RANGE = /^(.+?) ?(?:\.{2,3}|…| to ) ?(.+)$/;
const BOTH_WAYS = /^(.+?) ?(?:±|\+-|\+\/-) ?(.+)$/;
const UP_AND_DOWN = /^(.+?) ?\+ ?([^+-]+?) ?- ?([^+-]+)$/;
const DOWN_AND_UP = /^(.+?) ?- ?([^+-]+?) ?\+ ?([^+-]+)$/;
const UP_ONLY = /^(.+?) ?\+ ?([^+-]+)$/;
const DOWN_ONLY = /^([^-].*?) ?- ?([^+-]+)$/;
const SOURCE = /^(.*?) ?\(([^()]*)\)$/;

/**
 * Reads an expected value typed in one line, in the light of what is measured. The grammar, with examples, is in
 * docs/formats/expectations.md. Whatever is read can also be resolved.
 *
 * @example parseExpectation('24 V +20 % -15 %', 'ac-voltage')
 */
export function parseExpectation(text: string, measured: MeasurementFunction): ParsedExpectation {
  const line = normalise(text);
  if (line === '') return failed('Nothing typed yet.', measured);
  if (line.length > LONGEST) return failed(`This is longer than ${LONGEST} characters.`, measured);
  const sourced = SOURCE.exec(line);
  const words = sourced?.[2]?.trim() ?? '';
  try {
    const document = documentOf(sourced?.[1] ?? line, measured);
    resolveExpectation(document, measured);
    return { outcome: 'expectation', document: words === '' ? document : { ...document, source: words } };
  } catch (error) {
    if (error instanceof DocumentError) return failed(error.message, measured);
    throw error;
  }
}

/** Lines that show what is accepted for a function. */
export function expectationExamples(measured: MeasurementFunction): readonly string[] {
  switch (FUNCTIONS[measured].dimension) {
    case 'voltage':
      return ['24 V ±15 %', '4.5..5.5 V', '< 1 V', 'present 230 V', 'unknown'];
    case 'resistance':
      return ['8 Ω ±10 %', '20..50 Ω', '< 2 Ω', '> 1 MΩ', 'closed', 'open', 'finite'];
    case 'current':
      return ['3 A ±10 %', '< 250 mA', 'unknown'];
    case 'time':
      return ['90 s ±10 %', '< 5 min', 'unknown'];
    default: {
      const { unit, prefix } = FUNCTIONS[measured];
      const amount = formatted({ value: 10 ** prefix, unit, exponent: prefix });
      return [`${amount} ±10 %`, `> ${amount}`, 'unknown'];
    }
  }
}

function documentOf(line: string, measured: MeasurementFunction): ExpectationDocument {
  const [first = '', ...rest] = line.split(' ');
  const word = first.toLowerCase();
  if (word === 'unknown' || word === '?') return refuseRest(rest, { kind: 'unknown' });
  if (word === 'finite') return refuseRest(rest, { kind: 'unknown', finite: true });
  if (STATES.has(word)) return stateOf(word as StateWord, rest.join(' '), measured);
  const upper = UPPER.exec(line);
  if (upper) return { kind: 'limit', atMost: quantityText(upper[1], measured) };
  const lower = LOWER.exec(line);
  if (lower) return { kind: 'limit', atLeast: quantityText(lower[1], measured) };
  const range = RANGE.exec(line);
  return range ? rangeOf(range[1] ?? '', range[2] ?? '', measured) : nominalOf(line, measured);
}

function refuseRest(rest: readonly string[], document: ExpectationDocument): ExpectationDocument {
  if (rest.length > 0) throw new DocumentError('', `"${rest.join(' ')}" after the word means nothing.`, []);
  return document;
}

function stateOf(is: StateWord, of: string, measured: MeasurementFunction): ExpectationDocument {
  return of === '' ? { kind: 'state', is } : { kind: 'state', is, of: quantityText(of, measured) };
}

/** `4.5..5.5 V`: the first end takes the unit of the second where it has none of its own. */
function rangeOf(low: string, high: string, measured: MeasurementFunction): ExpectationDocument {
  const unit = /^[+-]?[\d.,]+$/.test(low) ? (/[^\d.,+-].*$/.exec(high)?.[0] ?? '') : '';
  return {
    kind: 'range',
    low: quantityText(`${low}${unit}`, measured),
    high: quantityText(high, measured),
  };
}

function nominalOf(line: string, measured: MeasurementFunction): ExpectationDocument {
  const tolerance = (text: string | undefined): string => toleranceText(text ?? '', measured);
  const value = (text: string | undefined): string => quantityText(text, measured);
  const both = BOTH_WAYS.exec(line);
  if (both) return { kind: 'nominal', value: value(both[1]), tolerance: tolerance(both[2]) };
  const up = UP_AND_DOWN.exec(line);
  if (up) return { kind: 'nominal', value: value(up[1]), plus: tolerance(up[2]), minus: tolerance(up[3]) };
  const down = DOWN_AND_UP.exec(line);
  if (down) return { kind: 'nominal', value: value(down[1]), plus: tolerance(down[3]), minus: tolerance(down[2]) };
  const one = UP_ONLY.exec(line) ?? DOWN_ONLY.exec(line);
  if (one)
    throw new DocumentError('', 'Write both ways: "+20 % -15 %", or one for both: "±10 %"; a way may be 0 %.', []);
  return { kind: 'nominal', value: value(line) };
}

function quantityText(text: string | undefined, measured: MeasurementFunction): string {
  const { dimension, unit, prefix } = FUNCTIONS[measured];
  const assumed = text?.endsWith('?') ?? false;
  const bare = (assumed ? text?.slice(0, -1) : text)?.trim() ?? '';
  return `${formatted(amountOf(bare, { dimension, unit, prefix }))}${assumed ? '?' : ''}`;
}

function toleranceText(text: string, measured: MeasurementFunction): string {
  if (text.endsWith('%')) return formatted(amountOf(text, { dimension: 'ratio', unit: '%', prefix: 0 }));
  const { dimension, unit, prefix } = FUNCTIONS[measured];
  return formatted(amountOf(text, { dimension, unit, prefix }));
}

function amountOf(text: string, context: Parameters<typeof parseAmount>[1]): Quantity {
  const parsed = parseAmount(text, context);
  if (parsed.outcome === 'amount') return parsed.quantity;
  const [first, second] = parsed.outcome === 'ask' ? parsed.candidates.map(formatted) : [];
  // Nobody is asked about a line that can be typed more plainly.
  const message =
    parsed.outcome === 'error' ? parsed.message : `"${text}" could be ${first} or ${second}; write it so it is one.`;
  throw new DocumentError('', message, []);
}

function formatted(quantity: Quantity): string {
  return formatQuantity(quantity).replaceAll('\u00a0', ' ');
}

function failed(message: string, measured: MeasurementFunction): ParsedExpectation {
  return { outcome: 'error', message, accepted: expectationExamples(measured) };
}
