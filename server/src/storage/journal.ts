import { readFileSync, writeSync } from 'node:fs';
import { open, rename, rm, type FileHandle } from 'node:fs/promises';
import { dirname } from 'node:path';
import { segmentPath, type JournalContent, type Segment } from './journal-reading';
import { encodeLine, type JournalBody, type JournalHeader } from './journal-record';

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
    private segments: readonly Segment[] = [],
  ) {}

  /** Begins an empty journal after record `after`, in the place of any that is there. */
  static async begin(path: string, lineage: string, after: number): Promise<Journal> {
    const header: JournalHeader = { format: 'juxtameter/journal', version: 1, lineage, after };
    const length = await replaceFile(path, encodeLine(header));
    return new Journal(path, await open(path, 'r+'), header, after, length);
  }

  /**
   * Goes on with a journal that was read; a torn end is cut off. `isCopied` puts a copy in its place first: what another
   * process may still write goes into the old file, which nobody reads.
   */
  static async resume(path: string, content: JournalContent, isCopied = false): Promise<Journal> {
    const { header, records, segments } = content;
    const last = header.after + records.length;
    if (content.isOpenMissing) await replaceFile(path, encodeLine({ ...header, after: last }));
    else if (isCopied) await replaceFile(path, readFileSync(path));
    const handle = await open(path, 'r+');
    if (content.torn > 0) {
      await handle.truncate(content.length);
      await handle.sync();
    }
    const after = segments.at(-1)?.last ?? header.after;
    const length = content.isOpenMissing ? encodeLine({ ...header, after: last }).length : content.length;
    return new Journal(path, handle, { ...header, after }, last, length, segments);
  }

  get lineage(): string {
    return this.header.lineage;
  }

  get lastSeq(): number {
    return this.last;
  }

  /** Length of the file being written. */
  get bytes(): number {
    return this.length;
  }

  /** Closed files that no dump holds yet. */
  get closedFiles(): number {
    return this.segments.length;
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
      writeAll(this.handle, bytes, this.length);
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

  /**
   * Closes the file being written and begins the next one: a few milliseconds, however long it is. What was closed is
   * dropped once a dump holds it.
   */
  async rotate(): Promise<void> {
    if (this.last === this.header.after) return;
    const closed = { path: segmentPath(this.path, this.header.after), after: this.header.after, last: this.last };
    const header: JournalHeader = { ...this.header, after: this.last };
    const draft = `${this.path}.new`;
    const length = await writeDraft(draft, encodeLine(header));
    await rename(this.path, closed.path);
    await rename(draft, this.path).catch(async (error: unknown) => {
      await rename(closed.path, this.path);
      throw error;
    });
    await syncFolder(dirname(this.path));
    await this.handle.close();
    this.handle = await open(this.path, 'r+');
    this.header = header;
    this.length = length;
    this.segments = [...this.segments, closed];
  }

  /** Drops closed files whose records a verified dump holds, up to `after`. */
  async drop(after: number): Promise<void> {
    const held = this.segments.filter(({ last }) => last <= after);
    this.segments = this.segments.filter(({ last }) => last > after);
    for (const { path } of held) await rm(path, { force: true });
    await syncFolder(dirname(this.path));
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

/** Into the system's memory, at once: a thread for it costs more than the write. What waits for the disk is the sync. */
function writeAll({ fd }: FileHandle, bytes: Buffer, position: number): void {
  let written = 0;
  while (written < bytes.length) written += writeSync(fd, bytes, written, bytes.length - written, position + written);
}

/** Puts a file in place whole or not at all, a power cut included. Returns its length. */
export async function replaceFile(path: string, content: string | Buffer): Promise<number> {
  const draft = `${path}.new`;
  const length = await writeDraft(draft, content);
  await rename(draft, path);
  await syncFolder(dirname(path));
  return length;
}

async function writeDraft(draft: string, content: string | Buffer): Promise<number> {
  const bytes = Buffer.from(content);
  const handle = await open(draft, 'w', 0o600);
  try {
    writeAll(handle, bytes, 0);
    await handle.sync();
  } finally {
    await handle.close();
  }
  return bytes.length;
}

/** Makes a rename survive a power cut; systems that cannot sync a folder do it by themselves. */
export async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, 'r').catch(() => undefined);
  await handle?.sync().catch(() => undefined);
  await handle?.close();
}
