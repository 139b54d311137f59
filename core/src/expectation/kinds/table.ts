import { tableFault, tableSpan, tableValue } from '../../reference';
import {
  DocumentError,
  formatValue,
  FUNCTIONS,
  inBase,
  readQuantity,
  unitOf,
  type Dimension,
  type MeasurementFunction,
} from '../../quantity';
import { notYetKnown, thresholdsOf } from '../common';
import { guessOrCaveat } from '../curve';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, quantityText, toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, referenceOf, referenceWords } from '../line-parts';
import { resolveReference } from '../reference';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readTolerance } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** Any two columns: the other quantity, and what this one should be. Nothing is known beyond the ends. */
export interface TableDocument extends ExpectationCommon {
  readonly kind: 'table';
  readonly rows: readonly (readonly string[])[];
  /** Percent or an amount of this quantity; default 5 %. */
  readonly tolerance?: string;
  readonly by: ReferenceDocument;
}

export const tableKind: ExpectationKind<TableDocument> = {
  resolve: (document, { measured, facts }) => resolveTable(document, measured, facts),
  format: (document) =>
    `table ${document.rows.map((row) => row.join(' = ')).join('; ')}${off(document)} at ${referenceWords(document.by)}`,
  lines: [[new RegExp(`^table (.+?)(?:${PLUS_MINUS}([^±]+?))? at ([^;=]+)$`, 'i'), tableLine]],
  example: ['table 0 °C = 29 kΩ; 25 °C = 9 kΩ at 12 °C', 'resistance'],
};

/** Any table of two columns: the other quantity was read, and between its ends alone something is known. */
function resolveTable(
  document: TableDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const rows = document.rows.map(([x = '', y = ''], index) => {
    const other = readQuantity(
      x,
      `rows[${index}][0]`,
      'temperature',
      'pressure',
      'time',
      'voltage',
      'current',
      'resistance',
      'frequency',
      'ratio',
    );
    return { other, x: inBase(other), y: inBase(readQuantity(y, `rows[${index}][1]`, dimension)) };
  });
  const table = rows.map(({ x, y }) => [x, y] as const);
  const fault = tableFault(table);
  const [first] = rows;
  if (fault !== undefined || !first)
    throw new DocumentError('rows', fault ?? 'No row.', ['[["0 °C", "32.7 kΩ"], ["25 °C", "10 kΩ"]]']);
  const other = unitOf(first.other.unit).dimension;
  const at = resolveReference(document.by, 'by', other, facts);
  if ('needs' in at) return notYetKnown(document, measured, `a table by ${at.words}`, at.needs, true);
  const span = tableSpan(table, at.low, at.high);
  if (!span) {
    const last = rows.at(-1) ?? first;
    const ends = [first, last].map((row) => formatValue(row.other.value, row.other.unit, 4)).join(' to ');
    return notYetKnown(document, measured, `a table that knows ${ends} and nothing of ${at.words}`);
  }
  const tolerance = document.tolerance ?? '5 %';
  const middle = tableValue(table, (at.low + at.high) / 2);
  const words = `${formatValue(middle, unit, 4)} at ${at.words}`;
  return {
    ...thresholdsOf(document, measured),
    low: span.low - readTolerance(tolerance, 'tolerance', span.low, dimension),
    high: span.high + readTolerance(tolerance, 'tolerance', span.high, dimension),
    of: middle,
    words,
    rule: `${words} by the table, ±${tolerance}`,
    judgeable: true,
    finite: true,
    ...guessOrCaveat(at.guessed, document.by, other),
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
