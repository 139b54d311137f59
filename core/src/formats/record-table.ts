import { FUNCTIONS, inBase } from '../quantity';
import { conditionWords, eventWords, lineOfEvent, type ReadingTaken, type TrailLine } from '../visit';
import type { VisitContext, VisitState } from '../visit';

/** Columns in the order of the file; a list can be walked again with them. */
export const RECORD_COLUMNS = [
  'step',
  'reading',
  'part',
  'method',
  'from',
  'to',
  'function',
  'expects',
  'at',
  'meter',
  'grade',
  'verdict',
  'expected',
  'arithmetic',
  'retracted',
  'by',
  'value',
  'unit',
  'low',
  'high',
  'conditions',
  'event',
  'note',
  'words',
  'id',
  'details',
] as const;

/** One event of a visit as a row: every cell is plain text. */
export type RecordRow = Readonly<Record<(typeof RECORD_COLUMNS)[number], string>>;

/** Everything in the log of a visit, in its order; what was taken back is kept and marked. */
export function recordRows(context: VisitContext, state: VisitState): readonly RecordRow[] {
  return state.trail.map((line) => recordRow(context, state, line));
}

function recordRow(context: VisitContext, state: VisitState, line: TrailLine): RecordRow {
  const { event, standing, conditions } = line;
  const { details, ...cells } = lineOfEvent(line);
  const { title, value } = eventWords(context, state, line);
  return {
    ...EMPTY_ROW,
    ...cells,
    ...(event.type === 'reading-taken' ? readCells(event) : {}),
    retracted: standing === 'retracted' ? 'retracted' : '',
    conditions: conditionWords(context.model, conditions),
    words: [title, value].filter(Boolean).join(': '),
    details: details === undefined ? '' : JSON.stringify(details),
  };
}

const EMPTY_ROW = Object.fromEntries(RECORD_COLUMNS.map((column) => [column, ''])) as RecordRow;

type ReadCells = Pick<RecordRow, 'expected' | 'arithmetic' | 'value' | 'unit' | 'low' | 'high'>;

/** The figure and its unit apart, both of the base unit, where it is one figure; what it was held against. */
function readCells({ reading, function: measured, expectation, judgement, joint }: ReadingTaken): ReadCells {
  const figure = reading?.kind === 'value' ? plainNumber(inBase(reading.quantity)) : '';
  return {
    expected: expectation?.words ?? '',
    arithmetic: [judgement.sentence, joint?.sentence].filter(Boolean).join(' '),
    value: figure,
    unit: figure === '' ? '' : FUNCTIONS[measured].unit,
    low: limit(expectation?.low),
    high: limit(expectation?.high),
  };
}

/** A limit as a number; nothing where there is none. */
function limit(value: number | undefined): string {
  return value === undefined || !Number.isFinite(value) ? '' : plainNumber(value);
}

/** The heading and every event as cells of plain text. */
export function recordCells(context: VisitContext, state: VisitState): readonly (readonly string[])[] {
  const rows = recordRows(context, state).map((row) => RECORD_COLUMNS.map((column) => plainCell(row[column])));
  return [[...RECORD_COLUMNS], ...rows];
}

/** Tells spreadsheets that what follows is UTF-8, or Ω and µ turn to noise. */
export const UTF8_MARK = '\uFEFF';

/** A number with a unit at most: `-1 +A1` would be reckoned. */
const NEGATIVE_AMOUNT = /^-[\d.,]+( ?[^\s\d=+\-*/^&|!@()<>]+)?$/;

/**
 * A cell that a spreadsheet would take for a formula gets an apostrophe in front; numbers keep their minus sign.
 */
export function plainCell(text: string): string {
  return /^[=+\-@\t\r]/.test(text) && !NEGATIVE_AMOUNT.test(text) ? `'${text}` : text;
}

/** What was in a cell before `plainCell`. */
export function cellText(cell: string): string {
  return /^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell;
}

/** As many digits as a meter can have shown, without the tail that binary fractions leave. */
function plainNumber(value: number): string {
  return String(Number(value.toPrecision(12)));
}
