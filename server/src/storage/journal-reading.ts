import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { decodeLine, isHeader, isRecord, type JournalHeader, type JournalRecord } from './journal-record';

/** What the files of a journal hold together, damage and torn end told apart. */
export interface JournalContent {
  readonly header: JournalHeader;
  /** In order, without a gap, from `header.after + 1`; where something is damaged, those before it. */
  readonly records: readonly JournalRecord[];
  /** Earlier files, whole and closed, the oldest first. */
  readonly segments: readonly Segment[];
  /** Bytes of the file being written that are whole; what is behind them was never acknowledged. */
  readonly length: number;
  /** Bytes that were cut off. */
  readonly torn: number;
  /** The file being written is not there: the machine went down between closing one and beginning the next. */
  readonly isOpenMissing: boolean;
  /** What is not as it was written, in words. */
  readonly damage?: string;
  /** The highest record that any whole line names, also behind damage. */
  readonly lastNamed: number;
}

/** A closed file of a journal. */
export interface Segment {
  readonly path: string;
  readonly after: number;
  /** Its last record. */
  readonly last: number;
}

const DIGITS = 16;

/** Where the file goes that begins after a record, once it is closed. */
export function segmentPath(path: string, after: number): string {
  return join(dirname(path), `${segmentPrefix(path)}${String(after).padStart(DIGITS, '0')}.ndjson`);
}

function segmentPrefix(path: string): string {
  return `${basename(path, '.ndjson')}-after-`;
}

/** Closed files of a journal, the oldest first. */
export function segmentFiles(path: string): readonly string[] {
  const folder = dirname(path);
  if (!existsSync(folder)) return [];
  const names = readdirSync(folder).filter((name) => name.startsWith(segmentPrefix(path)) && name.endsWith('.ndjson'));
  return names.sort().map((name) => join(folder, name));
}

/**
 * Reads a journal. A last line that was cut short by a power cut is left out; what is not as it was written before that
 * is told as damage, and changes nothing here.
 * @returns undefined when there is no journal, or only the torn beginning of one.
 */
export function readJournal(path: string): JournalContent | undefined {
  const closed = segmentFiles(path).map((file) => readOne(file) ?? nothingIn(file));
  const open = readOne(path);
  const all = [...closed, ...(open === undefined ? [] : [open])];
  const [first] = all;
  if (!first) return undefined;
  const damages: string[] = [];
  const records: JournalRecord[] = [];
  let after = first.header?.after ?? 0;
  for (const file of all) {
    if (damages.length > 0) break;
    const isClosed = file !== open;
    if (!file.header) damages.push(`${file.path} is damaged: line 1 is no heading of a journal`);
    else if (file.header.lineage !== first.header?.lineage || file.header.after !== after)
      damages.push(`${file.path} does not follow the file before it`);
    else {
      for (const record of file.records) records.push(record);
      after += file.records.length;
      if (file.damage !== undefined) damages.push(file.damage);
      else if (isClosed && file.torn > 0) damages.push(`${file.path} is damaged: its end is cut off`);
    }
  }
  const [damage] = damages;
  return {
    header: first.header ?? LOST_HEADER,
    records,
    segments: closed.map(({ path: where, header, records: its }) => ({
      path: where,
      after: header?.after ?? 0,
      last: (header?.after ?? 0) + its.length,
    })),
    length: open?.length ?? 0,
    torn: open?.torn ?? 0,
    isOpenMissing: open === undefined,
    ...(damage === undefined ? {} : { damage }),
    lastNamed: Math.max(after, ...all.map(({ lastNamed }) => lastNamed)),
  };
}

/** Stands for a heading that cannot be read: it belongs to no database. */
const LOST_HEADER: JournalHeader = { format: 'juxtameter/journal', version: 1, lineage: '', after: 0 };

/** What one file holds. */
interface FileContent {
  readonly path: string;
  readonly header: JournalHeader | undefined;
  readonly records: readonly JournalRecord[];
  readonly length: number;
  readonly torn: number;
  readonly damage?: string;
  readonly lastNamed: number;
}

/** A closed file without one whole line. */
function nothingIn(path: string): FileContent {
  return { path, header: undefined, records: [], length: 0, torn: 0, lastNamed: 0 };
}

function readOne(path: string): FileContent | undefined {
  if (!existsSync(path)) return undefined;
  const bytes = readFileSync(path);
  const lines = wholeLines(bytes);
  const contents = lines.map((line) => decodeLine(line.text));
  const bad = contents.findIndex((content) => content === undefined);
  const whole = bad === -1 ? contents : contents.slice(0, bad);
  const behind = contents.slice(whole.length).filter((content) => content !== undefined);
  const [header, ...records] = whole;
  if (header === undefined && behind.length === 0) return undefined;
  const lastNamed = contents.reduce<number>(
    (last, content) => (isRecord(content) ? Math.max(last, content.journalSeq) : last),
    0,
  );
  const length = lines.slice(0, whole.length).reduce((sum, line) => sum + line.bytes, 0);
  const found = { path, length, torn: bytes.length - length, lastNamed };
  if (!isHeader(header)) return { ...found, header: undefined, records: [] };
  const gap = records.findIndex((record, index) => !isRecord(record) || record.journalSeq !== header.after + 1 + index);
  const sound = (gap === -1 ? records : records.slice(0, gap)) as JournalRecord[];
  const firstLost = header.after + whole.length;
  // Whole lines of the group that was being written are no proof of damage: a disk may store its end before its start.
  const isTornOnly = behind.every((content) => isRecord(content) && content.group <= firstLost);
  const damage =
    gap !== -1
      ? `${path} is damaged: line ${gap + 2} does not follow the line before`
      : isTornOnly
        ? undefined
        : `${path} is damaged: line ${bad + 1} is not what was written`;
  return { ...found, header, records: sound, ...(damage === undefined ? {} : { damage }) };
}

interface Line {
  readonly text: string;
  /** With its line feed. */
  readonly bytes: number;
}

function wholeLines(bytes: Buffer): readonly Line[] {
  const lines: Line[] = [];
  let from = 0;
  for (let end = bytes.indexOf(10); end >= 0; end = bytes.indexOf(10, from)) {
    lines.push({ text: bytes.toString('utf8', from, end), bytes: end + 1 - from });
    from = end + 1;
  }
  return lines;
}

/** Records that were carried out: those a later `void` names are left out. */
export function carriedOut(records: readonly JournalRecord[]): readonly JournalRecord[] {
  const voided = new Set(records.flatMap((record) => ('void' in record ? record.void : [])));
  return records.filter((record) => 'entries' in record && !voided.has(record.journalSeq));
}
