import { formatReading, FUNCTIONS, inBase } from '../quantity';
import { conditionWords, type ReadingTaken, type VisitContext, type VisitState } from '../visit';

/** One reading of a visit as a row of the readings list. */
export interface ReadingRow {
  readonly step: string;
  readonly reading: string;
  /** The figure alone as a number, in the base unit, which `unit` names. */
  readonly value: string;
  readonly unit: string;
  readonly part: string;
  readonly method: string;
  readonly from: string;
  readonly to: string;
  readonly function: string;
  readonly expects: string;
  readonly at: string;
  readonly meter: string;
  readonly grade: string;
  readonly verdict: string;
  readonly expected: string;
  /** Limits of what was expected, in the base unit, as numbers. */
  readonly low: string;
  readonly high: string;
  /** Under what it was read. */
  readonly conditions: string;
  readonly arithmetic: string;
  readonly retracted: string;
  readonly by: string;
}

/** Columns in the order of the file; the first ones are those a list can be walked with again. */
export const READING_COLUMNS: readonly (keyof ReadingRow)[] = [
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
];

/** Every reading of a visit, in the order taken; retracted ones are kept and marked. */
export function readingRows({ model }: VisitContext, state: VisitState): readonly ReadingRow[] {
  return state.trail.flatMap(({ event, standing, conditions }): ReadingRow[] => {
    if (event.type !== 'reading-taken') return [];
    return [
      {
        step: event.step ?? '',
        reading: event.reading ? formatReading(event.reading) : event.text,
        part: event.proof ? `${event.proof.supply} ${event.proof.name} ${event.proof.current}` : (event.part ?? ''),
        method: event.method ?? '',
        from: event.from,
        to: event.to,
        function: event.function,
        expects: event.expects ?? '',
        at: event.at,
        meter: event.meter ?? '',
        grade: event.grade,
        verdict: event.joint?.pattern ?? event.joint?.verdict ?? event.judgement.verdict,
        expected: event.expectation?.words ?? '',
        arithmetic: [event.judgement.sentence, event.joint?.sentence].filter(Boolean).join(' '),
        retracted: standing === 'retracted' ? 'retracted' : '',
        by: event.by,
        ...figureOf(event),
        low: limit(event.expectation?.low),
        high: limit(event.expectation?.high),
        conditions: conditionWords(model, conditions),
      },
    ];
  });
}

/** The figure and its unit apart, both of the base unit, where it is one figure. */
function figureOf({ reading, function: measured }: ReadingTaken): Pick<ReadingRow, 'value' | 'unit'> {
  if (reading?.kind !== 'value') return { value: '', unit: '' };
  return { value: plainNumber(inBase(reading.quantity)), unit: FUNCTIONS[measured].unit };
}

/** A limit as a number; nothing where there is none. */
function limit(value: number | undefined): string {
  return value === undefined || !Number.isFinite(value) ? '' : plainNumber(value);
}

/** The heading and every reading as cells of plain text. */
export function readingCells(context: VisitContext, state: VisitState): readonly (readonly string[])[] {
  const rows = readingRows(context, state).map((row) => READING_COLUMNS.map((column) => plainCell(row[column])));
  return [[...READING_COLUMNS], ...rows];
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

/** As many digits as a meter can have shown, without the tail that binary fractions leave. */
function plainNumber(value: number): string {
  return String(Number(value.toPrecision(12)));
}
