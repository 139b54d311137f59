import { DocumentError, type MeasurementFunction } from '../quantity';
import type { ExpectationDocument, StateWord } from './expectation-document';
import { quantityText, toleranceText } from './line-amounts';

const STATES: ReadonlySet<string> = new Set<StateWord>(['present', 'absent', 'closed', 'open']);
const UPPER = /^(?:<|≤|<=|at most|max) ?(.+)$/i;
const LOWER = /^(?:>|≥|>=|at least|min) ?(.+)$/i;
const RANGE = /^(.+?) ?(?:\.{2,3}|…| to ) ?(.+)$/;
const BOTH_WAYS = /^(.+?) ?(?:±|\+-|\+\/-) ?(.+)$/;
const UP_AND_DOWN = /^(.+?) ?\+ ?([^+-]+?) ?- ?([^+-]+)$/;
const DOWN_AND_UP = /^(.+?) ?- ?([^+-]+?) ?\+ ?([^+-]+)$/;
const UP_ONLY = /^(.+?) ?\+ ?([^+-]+)$/;
const DOWN_ONLY = /^([^-].*?) ?- ?([^+-]+)$/;
const ZERO = /^zero(?: of (.+))?$/i;
const ZERO_UP_TO = /^zero ?(?:<|≤|<=|at most) ?(.+)$/i;

/** A value, a range, a limit, a state, zero on purpose, or no value. */
export function plainLine(line: string, measured: MeasurementFunction): ExpectationDocument {
  const [first = '', ...rest] = line.split(' ');
  const word = first.toLowerCase();
  if (word === 'unknown' || word === '?') return refuseRest(rest, { kind: 'unknown' });
  if (word === 'finite') return refuseRest(rest, { kind: 'unknown', finite: true });
  if (STATES.has(word)) return stateOf(word as StateWord, rest.join(' '), measured);
  const zero = ZERO.exec(line);
  if (zero) return { kind: 'zero', ...(zero[1] === undefined ? {} : { of: quantityText(zero[1], measured) }) };
  const upTo = ZERO_UP_TO.exec(line);
  if (upTo) return { kind: 'zero', atMost: quantityText(upTo[1], measured) };
  const upper = UPPER.exec(line);
  if (upper) return { kind: 'limit', atMost: quantityText(upper[1], measured) };
  const lower = LOWER.exec(line);
  if (lower) return { kind: 'limit', atLeast: quantityText(lower[1], measured) };
  const range = RANGE.exec(line);
  return range ? { kind: 'range', ...spanOf(range[1] ?? '', range[2] ?? '', measured) } : nominalOf(line, measured);
}

function refuseRest(rest: readonly string[], document: ExpectationDocument): ExpectationDocument {
  if (rest.length > 0) throw new DocumentError('', `"${rest.join(' ')}" after the word means nothing.`, []);
  return document;
}

function stateOf(is: StateWord, of: string, measured: MeasurementFunction): ExpectationDocument {
  return of === '' ? { kind: 'state', is } : { kind: 'state', is, of: quantityText(of, measured) };
}

/** `4.5..5.5 V`: the first end takes the unit of the second where it has none of its own. */
export function spanOf(low: string, high: string, measured: MeasurementFunction): { low: string; high: string } {
  const unit = /^[+-]?[\d.,]+$/.test(low) ? (/[^\d.,+-].*$/.exec(high)?.[0] ?? '') : '';
  return { low: quantityText(`${low}${unit}`, measured), high: quantityText(high, measured) };
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
