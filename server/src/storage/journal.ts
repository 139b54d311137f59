import { existsSync, readFileSync } from 'node:fs';
import { open, rename, type FileHandle } from 'node:fs/promises';
import { dirname } from 'node:path';
import { StartRefused } from '../settings';
import {
  decodeLine,
  encodeLine,
  isHeader,
  isRecord,
  type JournalBody,
  type JournalHeader,
  type JournalRecord,
} from './journal-record';

/** What a journal file holds, damage and torn end told apart. */
export interface JournalContent {
  readonly header: JournalHeader;
  /** In order, without a gap, from `header.after + 1`. */
  readonly records: readonly JournalRecord[];
  /** Bytes that are whole; what is behind them was never acknowledged. */
  readonly length: number;
  readonly isTorn: boolean;
}

/**
 * Reads a journal. A last line that was cut short by a power cut is left out.
 * @returns undefined when there is no journal, or only the torn beginning of one.
 * @throws StartRefused when a line before the last is not what was written.
 */
export function readJournal(path: string): JournalContent | undefined {
  if (!existsSync(path)) return undefined;
  const bytes = readFileSync(path);
  const lines = wholeLines(bytes);
  const contents = lines.map((line) => decodeLine(line.text));
  const bad = contents.findIndex((content) => content === undefined);
  const whole = bad === -1 ? contents : contents.slice(0, bad);
  const behind = contents.slice(whole.length).filter((content) => content !== undefined);
  const [header, ...records] = whole;
  if (header === undefined && behind.length === 0) return undefined;
  if (!isHeader(header)) throw damaged(path, 1, 'is no heading of a journal');
  const firstLost = header.after + whole.length;
  // Whole lines of the group that was being written are no proof of damage: a disk may store its end before its start.
  const isTornOnly = behind.every((content) => isRecord(content) && content.group <= firstLost);
  if (!isTornOnly) throw damaged(path, bad + 1, 'is not what was written');
  records.forEach((record, index) => {
    if (!isRecord(record) || record.journalSeq !== header.after + 1 + index)
      throw damaged(path, index + 2, 'does not follow the line before');
  });
  const length = lines.slice(0, whole.length).reduce((sum, line) => sum + line.bytes, 0);
  return { header, records: records as JournalRecord[], length, isTorn: length < bytes.length };
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

function damaged(path: string, line: number, what: string): StartRefused {
  return new StartRefused(
    `${path} is damaged: line ${line} ${what}, and lines after it are whole. Nothing was changed. ` +
      'Take a copy of the data folder, then begin with a new one and put the last backup into it: ' +
      'DATA_DIR=new-folder npm run -s juxta -- restore FILE',
  );
}

/** Records that were carried out: those a later `void` names are left out. */
export function carriedOut(records: readonly JournalRecord[]): readonly JournalRecord[] {
  const voided = new Set(records.flatMap((record) => ('void' in record ? record.void : [])));
  return records.filter((record) => 'entries' in record && !voided.has(record.journalSeq));
}

/** The journal that is being written: one line per request, on the disk before anybody is told that it is stored. */
export class Journal {
  /** What reached the disk by halves is still there. */
  private isTorn = false;

  private constructor(
    private readonly path: string,
    private handle: FileHandle,
    private header: JournalHeader,
    private last: number,
    private length: number,
  ) {}

  /** Begins an empty journal after record `after`, in the place of any that is there. */
  static async begin(path: string, lineage: string, after: number): Promise<Journal> {
    const header: JournalHeader = { format: 'juxtameter/journal', version: 1, lineage, after };
    const length = await replaceFile(path, encodeLine(header));
    return new Journal(path, await open(path, 'r+'), header, after, length);
  }

  /** Goes on with a journal that was read; a torn end is cut off. */
  static async resume(path: string, content: JournalContent): Promise<Journal> {
    const handle = await open(path, 'r+');
    if (content.isTorn) {
      await handle.truncate(content.length);
      await handle.sync();
    }
    const last = content.header.after + content.records.length;
    return new Journal(path, handle, content.header, last, content.length);
  }

  get lineage(): string {
    return this.header.lineage;
  }

  get lastSeq(): number {
    return this.last;
  }

  get bytes(): number {
    return this.length;
  }

  /**
   * Adds records and returns their numbers once they are on the disk.
   * @throws what the disk says; the journal is then as it was, or is put right before it takes anything again.
   */
  async append(bodies: readonly JournalBody[]): Promise<readonly number[]> {
    if (this.isTorn) await this.takeBack();
    const numbers = bodies.map((_, index) => this.last + 1 + index);
    const group = this.last + 1;
    const text = bodies.map((body, index) => encodeLine({ journalSeq: group + index, group, ...body })).join('');
    const bytes = Buffer.from(text);
    try {
      await writeAll(this.handle, bytes, this.length);
      await this.handle.datasync();
    } catch (error) {
      this.isTorn = true;
      // Where that fails as well it is tried again before the next record.
      await this.takeBack().catch(() => undefined);
      throw error;
    }
    this.length += bytes.length;
    this.last += bodies.length;
    return numbers;
  }

  /** Leaves out the records up to `after`, which a verified dump holds. */
  async compact(after: number): Promise<void> {
    const content = readJournal(this.path);
    if (!content) throw new Error(`${this.path} cannot be read again.`);
    const kept = content.records.filter((record) => record.journalSeq > after);
    const header: JournalHeader = { ...this.header, after };
    const length = await replaceFile(this.path, [header, ...kept].map(encodeLine).join(''));
    await this.handle.close();
    this.handle = await open(this.path, 'r+');
    this.header = header;
    this.length = length;
  }

  close(): Promise<void> {
    return this.handle.close();
  }

  /** A record that reached the disk by halves must not stand before the next one. */
  private async takeBack(): Promise<void> {
    await this.handle.truncate(this.length);
    await this.handle.sync();
    this.isTorn = false;
  }
}

async function writeAll(handle: FileHandle, bytes: Buffer, position: number): Promise<void> {
  let written = 0;
  while (written < bytes.length) {
    const { bytesWritten } = await handle.write(bytes, written, bytes.length - written, position + written);
    written += bytesWritten;
  }
}

/** Puts a file in place whole or not at all, a power cut included. Returns its length. */
export async function replaceFile(path: string, content: string | Buffer): Promise<number> {
  const bytes = Buffer.from(content);
  const draft = `${path}.new`;
  const handle = await open(draft, 'w');
  try {
    await writeAll(handle, bytes, 0);
    await handle.sync();
  } finally {
    await handle.close();
  }
  await rename(draft, path);
  await syncFolder(dirname(path));
  return bytes.length;
}

/** Makes a rename survive a power cut; systems that cannot sync a folder do it by themselves. */
export async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, 'r').catch(() => undefined);
  await handle?.sync().catch(() => undefined);
  await handle?.close();
}
