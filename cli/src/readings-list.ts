import { parse } from 'csv-parse/sync';
import { bodyOfLine, cellText, RECORD_COLUMNS, type EventBody, type ListLine } from '@juxtameter/core';
import { eventContract } from '@juxtameter/contract/check';
import { listedEnvelope } from './listed-envelope';
import { UsageError } from './usage-error';

/** Columns a line is walked by; the others of an exported record are for people. */
const LINE_COLUMNS = [
  'part',
  'method',
  'from',
  'to',
  'function',
  'expects',
  'at',
  'meter',
  'grade',
  'by',
  'verdict',
  'note',
  'id',
  'event',
] as const;

/**
 * Reads a list of readings or an exported record (RFC 4180 quotes, any delimiter its header shows). A line that is wrong
 * in itself carries its problem; what cannot be read as a table at all is thrown.
 * @throws UsageError with the line.
 */
export function readReadingsList(source: string, file: string): readonly ListLine[] {
  const [header = ''] = source.split(/\r?\n/, 1);
  const delimiter =
    /["\s]*step["\s]*([,;\t|])/.exec(header)?.[1] ?? [';', '\t', '|'].find((each) => header.includes(each)) ?? ',';
  let rows: { record: Record<string, string>; info: { lines: number } }[];
  try {
    rows = parse(source, {
      columns: (names: string[]) => checkedColumns(names, file),
      delimiter,
      info: true,
      trim: true,
      skip_empty_lines: true,
      relax_column_count: true,
    });
  } catch (error) {
    if (error instanceof UsageError) throw error;
    throw new UsageError(`${file}: ${error instanceof Error ? error.message : String(error)}`);
  }
  return rows.map(({ record, info }) => listLine(record, info.lines));
}

function checkedColumns(names: readonly string[], file: string): string[] {
  const columns = names.map((name) => name.trim().toLowerCase());
  const unknown = columns.filter((name) => !(RECORD_COLUMNS as readonly string[]).includes(name));
  if (!columns.includes('step') || !columns.includes('reading') || unknown.length > 0) {
    const others = RECORD_COLUMNS.filter((name) => name !== 'step' && name !== 'reading');
    throw new UsageError(
      `${file}: line 1: columns must be step and reading, and optionally ${others.join(', ')}; got ${columns.join(', ')}.`,
    );
  }
  return columns;
}

function listLine(record: Readonly<Record<string, string>>, number: number): ListLine {
  const cell = (column: string): string => cellText(record[column] ?? '');
  const cells = LINE_COLUMNS.flatMap((column) => (cell(column) === '' ? [] : [[column, cell(column)] as const]));
  const details = readDetails(cell('details'));
  const line: ListLine = {
    number,
    step: cell('step'),
    reading: cell('reading'),
    ...Object.fromEntries(cells),
    ...(typeof details === 'object' ? { details } : {}),
  };
  if (typeof details === 'string') return { ...line, problem: details };
  return line.event === undefined ? line : { ...line, ...readBody(line) };
}

/** The event a line names, checked as one that comes from a device. */
function readBody(line: ListLine): Pick<ListLine, 'body' | 'problem'> {
  const body = bodyOfLine(line);
  const checked = eventContract.validate({ ...listedEnvelope(0), ...body });
  if (checked.ok) return { body: body as unknown as EventBody };
  const [first] = checked.problems;
  return { problem: `"${line.event ?? ''}": ${[first?.path, first?.message].filter(Boolean).join(' ')}` };
}

/** What the last column holds, as an object; a string says what is wrong with it. */
function readDetails(text: string): Readonly<Record<string, unknown>> | string | undefined {
  if (text === '') return undefined;
  try {
    const value: unknown = JSON.parse(text);
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return value as Record<string, unknown>;
  } catch {
    // Said below: whatever it is, it is not what is accepted.
  }
  return 'details: is no JSON object; accepted: {"count":3}.';
}
