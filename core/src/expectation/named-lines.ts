import { DocumentError, FUNCTIONS, type Dimension, type MeasurementFunction } from '../quantity';
import type { ExpectationDocument, ReferenceDocument } from './expectation-document';
import { amountText, curveToleranceText, quantityText, toleranceText } from './line-amounts';
import { spanOf } from './plain-lines';

type Read = (found: RegExpExecArray, measured: MeasurementFunction) => ExpectationDocument;

const PM = ' ?(?:±|\\+-|\\+/-) ?';

/** Lines that begin with a word of their own; the first that fits is read. */
const LINES: readonly (readonly [RegExp, Read])[] = [
  [new RegExp(`^pt ?(\\d+)(?: class ([ab])|${PM}(.+?))? at (.+)$`, 'i'), rtdLine],
  [new RegExp(`^ntc (.+?) beta (\\d+(?:\\.\\d+)?)(?:${PM}(.+?))? at (.+)$`, 'i'), ntcLine],
  [new RegExp(`^table (.+?)(?:${PM}([^±]+?))? at ([^;=]+)$`, 'i'), tableLine],
  [new RegExp(`^winding (.+?)(?:${PM}(.+?))?(?: at (.+?))?(?: (copper|aluminium))? now (.+)$`, 'i'), windingLine],
  [/^balanced(?: (?:within )?([\d.,]+ ?%))?(?:,? each (.+))?$/i, balancedLine],
  [new RegExp(`^same as (.+?)(?:${PM}(.+))?$`, 'i'), sameLine],
  [/^(.+?) (below|above) (.+)$/i, besideLine],
  [new RegExp(`^sum of (.+?)(?:${PM}(.+))?$`, 'i'), sumLine],
  [new RegExp(`^difference of (.+?) less (.+?)(?:${PM}(.+))?$`, 'i'), differenceLine],
  [/^swings (.+?) ?(?:\.{2,3}|…| to ) ?(.+?)(?: by (.+?))?(?: in (.+))?$/i, swingLine],
  [/^steady (.+?) ?(?:\.{2,3}|…| to ) ?(.+?)(?: by (.+))?$/i, steadyLine],
  [
    /^(open|closed|present|absent)(?: ([\d.,]+ ?\S+))? then (open|closed|present|absent)(?: ([\d.,]+ ?\S+))? on (.+?)(?: (\d+) times)?$/i,
    followsLine,
  ],
  [new RegExp(`^can (.+?)(?:${PM}(.+))?$`, 'i'), canLine],
  [new RegExp(`^positions? of ([\\w.-]+): (.+?)(?:${PM}([^±=]+))?$`, 'i'), positionsLine],
  [new RegExp(`^(.+ ?(?:W|VA)) at (.+? ?V)(?:${PM}(.+))?$`), ratingLine],
];

/** A line of a kind that is told by its words; undefined where it is none of them. */
export function namedLine(line: string, measured: MeasurementFunction): ExpectationDocument | undefined {
  for (const [pattern, read] of LINES) {
    const found = pattern.exec(line);
    if (found) return read(found, measured);
  }
  return undefined;
}

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

function optional<Key extends string>(
  key: Key,
  text: string | undefined,
  read: (text: string) => string,
): Partial<Record<Key, string>> {
  return text === undefined ? {} : ({ [key]: read(text) } as Record<Key, string>);
}

function rtdLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, at0C, letter, tolerance, at = ''] = found;
  return {
    kind: 'rtd',
    at0C: `${at0C} Ω`,
    ...(letter === undefined ? {} : { class: letter.toUpperCase() === 'A' ? ('A' as const) : ('B' as const) }),
    ...optional('tolerance', tolerance, (text) => curveToleranceText(text, measured)),
    temperature: referenceOf(at, 'temperature'),
  };
}

function ntcLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, at25C = '', beta = '', tolerance, at = ''] = found;
  return {
    kind: 'ntc',
    at25C: amountText(at25C, 'resistance'),
    beta: Number(beta),
    ...optional('tolerance', tolerance, (text) => curveToleranceText(text, measured)),
    temperature: referenceOf(at, 'temperature'),
  };
}

const COLUMN_DIMENSIONS: readonly Dimension[] = ['temperature', 'pressure', 'time', 'voltage', 'current', 'resistance'];

function tableLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, rowsText = '', tolerance, at = ''] = found;
  const pairs = rowsText.split(/ ?; ?/).map((row) => row.split(/ ?= ?/));
  const other = COLUMN_DIMENSIONS.find((dimension) => canRead(pairs[0]?.[0] ?? '', dimension)) ?? 'temperature';
  const rows = pairs.map(([x = '', y = '']) => [amountText(x, other), quantityText(y, measured)]);
  return {
    kind: 'table',
    rows,
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
    by: referenceOf(at, other),
  };
}

function canRead(text: string, dimension: Dimension): boolean {
  try {
    return /[^\d.,\s+-]/.test(text) && amountText(text, dimension) !== '';
  } catch (error) {
    if (error instanceof DocumentError) return false;
    throw error;
  }
}

function windingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, value, tolerance, at, material, now = ''] = found;
  return {
    kind: 'winding',
    value: quantityText(value, measured),
    ...optional('at', at, (text) => amountText(text, 'temperature')),
    ...(material === undefined ? {} : { material: material.toLowerCase() as 'copper' | 'aluminium' }),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
    temperature: referenceOf(now, 'temperature'),
  };
}

function balancedLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, within, each] = found;
  const span = each === undefined ? undefined : /^(.+?) ?(?:\.{2,3}|…| to ) ?(.+)$/.exec(each);
  const absolute: ExpectationDocument | undefined =
    each === undefined
      ? undefined
      : span
        ? { kind: 'range', ...spanOf(span[1] ?? '', span[2] ?? '', measured) }
        : valueOf(each, measured);
  return {
    kind: 'balanced',
    ...optional('within', within, (text) => amountText(text, 'ratio')),
    ...(absolute ? { absolute } : {}),
  };
}

function valueOf(text: string, measured: MeasurementFunction): ExpectationDocument {
  const [value, tolerance] = text.split(/ ?(?:±|\+-|\+\/-) ?/);
  return {
    kind: 'nominal',
    value: quantityText(value, measured),
    ...optional('tolerance', tolerance, (each) => toleranceText(each, measured)),
  };
}

function sameLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, to = '', tolerance] = found;
  const reference = to.toLowerCase() === 'leads' ? ('leads' as const) : referenceOf(to, FUNCTIONS[measured].dimension);
  return {
    kind: 'relative',
    to: reference,
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function besideLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, by = '', side, to = ''] = found;
  return {
    kind: 'relative',
    to: referenceOf(to, FUNCTIONS[measured].dimension),
    is: side?.toLowerCase() === 'above' ? 'above' : 'below',
    by: toleranceText(by, measured),
  };
}

function sumLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, names = '', tolerance] = found;
  const readings = names.split(/ ?\+ ?/).map((name) => name.trim().toLowerCase());
  return { kind: 'sum', readings, ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)) };
}

function differenceLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, first = '', second = '', tolerance] = found;
  return {
    kind: 'difference',
    readings: [first.toLowerCase(), second.toLowerCase()],
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function swingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, low = '', high = '', by, over] = found;
  return {
    kind: 'swing',
    ...spanOf(low, high, measured),
    atLeast: by === undefined ? leastSwing(spanOf(low, high, measured).high, measured) : toleranceText(by, measured),
    ...optional('over', over, (text) => amountText(text, 'time')),
  };
}

/** A swing that is not said how wide moves by at least a tenth of its upper end. */
function leastSwing(high: string, measured: MeasurementFunction): string {
  const number = /^[\d.]+/.exec(high)?.[0] ?? '1';
  return quantityText(high.replace(number, String(Number(number) / 10)), measured);
}

function steadyLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, low = '', high = '', by] = found;
  return {
    kind: 'swing',
    ...spanOf(low, high, measured),
    ...optional('atMost', by, (text) => toleranceText(text, measured)),
  };
}

function followsLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, before = '', beforeOf, during = '', duringOf, stimulus = '', times] = found;
  const state = (word: string, of: string | undefined): ExpectationDocument => ({
    kind: 'state',
    is: word.toLowerCase() as 'open' | 'closed' | 'present' | 'absent',
    ...optional('of', of, (text) => quantityText(text, measured)),
  });
  return {
    kind: 'follows',
    stimulus,
    before: state(before, beforeOf),
    during: state(during, duringOf ?? beforeOf),
    ...(times === undefined ? {} : { times: Number(times) }),
  };
}

function canLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, value = '', tolerance] = found;
  return {
    kind: 'rating',
    capacitance: quantityText(value, 'capacitance'),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function ratingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, rated = '', at = '', tolerance] = found;
  const isApparent = /VA$/.test(rated);
  return {
    kind: 'rating',
    ...(isApparent ? { apparent: amountText(rated, 'apparent-power') } : { power: amountText(rated, 'power') }),
    at: amountText(at, 'voltage'),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function positionsLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, selector = '', list = '', tolerance] = found;
  const positions = Object.fromEntries(
    list.split(/ ?; ?/).map((entry) => {
      const [position = '', value = ''] = entry.split(/ ?= ?/);
      return [position.trim(), quantityText(value, measured)];
    }),
  );
  return {
    kind: 'perPosition',
    selector,
    positions,
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}
