import { parse } from 'csv-parse/sync';
import type { ListLine } from '@juxtameter/core';
import { UsageError } from './usage-error';

const COLUMNS = [
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
  'note',
] as const;

/** Reads a list of readings (RFC 4180 quotes, any delimiter its header shows). @throws UsageError with the line. */
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
  return rows.map(({ record, info }) => ({
    number: info.lines,
    step: record['step'],
    reading: record['reading'] ?? '',
    ...optional('part', record),
    ...optional('method', record),
    ...optional('from', record),
    ...optional('to', record),
    ...optional('function', record),
    ...optional('expects', record),
    ...optional('note', record),
  }));
}

function checkedColumns(names: readonly string[], file: string): string[] {
  const columns = names.map((name) => name.trim().toLowerCase());
  const unknown = columns.filter((name) => !(COLUMNS as readonly string[]).includes(name));
  if (!columns.includes('step') || !columns.includes('reading') || unknown.length > 0) {
    throw new UsageError(
      `${file}: line 1: columns must be step and reading, and optionally ${COLUMNS.slice(2).join(', ')}; got ${columns.join(', ')}.`,
    );
  }
  return columns;
}

function optional<Key extends 'part' | 'method' | 'from' | 'to' | 'function' | 'expects' | 'note'>(
  key: Key,
  record: Record<string, string>,
): Partial<Record<Key, string>> {
  const value = record[key];
  return value === undefined || value === '' ? {} : ({ [key]: value } as Partial<Record<Key, string>>);
}
