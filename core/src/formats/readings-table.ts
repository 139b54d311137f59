import { formatReading } from '../quantity';
import type { VisitState } from '../visit';

/** One reading of a visit as a row of the readings list. */
export interface ReadingRow {
  readonly step: string;
  readonly reading: string;
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
];

/** Every reading of a visit, in the order taken; retracted ones are kept and marked. */
export function readingRows(state: VisitState): readonly ReadingRow[] {
  return state.trail.flatMap(({ event, standing }): ReadingRow[] => {
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
      },
    ];
  });
}

/** The heading and every reading as cells of plain text. */
export function readingCells(state: VisitState): readonly (readonly string[])[] {
  const rows = readingRows(state).map((row) => READING_COLUMNS.map((column) => plainCell(row[column])));
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
