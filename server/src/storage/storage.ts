import { randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, readFileSync } from 'node:fs';
import { open as openFile, readdir, rename, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { sql } from 'drizzle-orm';
import { bootId } from '../boot-id';
import { openServer, type Database, type OpenDatabase } from '../database/open-database';
import { storageState } from '../database/schema';
import { StartRefused } from '../settings';
import { ArchiveReader, type Trust } from './archive-reader';
import { archiveStream, momentOf } from './archive-writer';
import { DiskRoom, RESERVE } from './disk-room';
import { STATE_ROW } from './entry';
import { Journal, readJournal, replaceFile, syncFolder } from './journal';
import { recoverDatabase, storagePaths, type StoragePaths } from './recovery';
import { Writer } from './writer';

/** A journal longer than this, in bytes, is replaced by a dump. */
const LONGEST_JOURNAL = 16 * 2 ** 20;

/** Whether anything can be stored, and what it is stored to, in words. */
export interface StorageHealth {
  readonly isWell: boolean;
  readonly database: string;
  readonly disk: string;
  readonly freeBytes?: number;
  readonly journal: string;
}

/** Everything that is stored, and the one way to change it. */
export class Storage {
  private readonly forgetters: (() => void)[] = [];
  private readonly reporters: ((error: unknown) => void)[] = [];
  readonly writer: Writer;
  private compacting: Promise<void> | undefined;

  private constructor(
    private readonly open: OpenDatabase,
    private readonly journal: Journal | undefined,
    private readonly paths: StoragePaths | undefined,
    private readonly room: DiskRoom | undefined,
    /** What was mended at the start, for the log. */
    readonly notices: readonly string[],
  ) {
    const forget = (): void => this.forgetters.forEach((each) => each());
    open.ownership?.whenRegained(forget);
    this.writer = new Writer(
      open,
      journal,
      forget,
      // A dump that fails changes nothing: the journal goes on, and the next request tries again.
      () => void this.compactWhenLong().catch((error: unknown) => this.reportTrouble(error)),
      room,
    );
  }

  /** Told of what went wrong beside any request. */
  onTrouble(report: (error: unknown) => void): void {
    this.reporters.push(report);
  }

  get database(): Database {
    return this.open.database;
  }

  /** Called after a transaction that came to nothing. */
  onUndone(forget: () => void): void {
    this.forgetters.push(forget);
  }

  /** Opens the embedded database of a locked data folder. @throws StartRefused when it cannot be made whole. */
  static async embedded(dataDir: string): Promise<Storage> {
    const paths = storagePaths(dataDir);
    const room = new DiskRoom(dataDir);
    if (room.isFull)
      throw new StartRefused(
        `The disk of ${dataDir} has less than ${RESERVE / 2 ** 20} MB left, which the database needs to open; free some space or set DATA_DIR.`,
      );
    const content = readJournal(paths.journal);
    const { open, appliedSeq, notices } = await recoverDatabase(paths, content, doubtOf(paths));
    try {
      const isBehind = content && content.header.after + content.records.length < appliedSeq;
      const journal = content && !isBehind ? await Journal.resume(paths.journal, content) : undefined;
      const storage = journal
        ? new Storage(open, journal, paths, room, notices)
        : await this.withNewJournal(open, paths, room, appliedSeq, notices, isBehind === true || appliedSeq > 0);
      await storage.adopt(appliedSeq);
      await replaceFile(paths.session, JSON.stringify({ boot: bootId(), closed: false }));
      await storage.compactWhenLong();
      return storage;
    } catch (error) {
      await open.close();
      throw error;
    }
  }

  /** Uses a PostgreSQL server, which keeps its own journal. @throws StartRefused when it cannot be used. */
  static async server(url: string): Promise<Storage> {
    return new Storage(await openServer(url), undefined, undefined, undefined, []);
  }

  /** Everything stored at this moment as a zip file. */
  async backup(): Promise<NodeJS.ReadableStream> {
    const moment = await this.writer.whileIdle(() => momentOf(this.database, this.journal?.lastSeq ?? 0));
    return archiveStream(this.database, moment, new Date());
  }

  /** How well everything is that is stored to; asked by whoever watches over the server. */
  async health(): Promise<StorageHealth> {
    const { room } = this;
    const database = await this.database.execute(sql`select 1`).then(
      () => true,
      () => false,
    );
    const disk = room ? await room.takesFiles() : true;
    return {
      isWell: database && disk && this.open.ownership?.isHeld !== false,
      database: database ? 'answers' : 'does not answer',
      disk: !room ? 'of the database server' : disk ? 'takes files' : 'takes nothing',
      ...(room?.free === undefined ? {} : { freeBytes: room.free }),
      journal: this.journal
        ? `${this.journal.bytes} bytes, last record ${this.journal.lastSeq}`
        : 'of the database server',
    };
  }

  async close(): Promise<void> {
    await this.compacting;
    await this.writer.whileIdle(() => Promise.resolve());
    const isClosed = await this.open.close().then(
      () => true,
      (error: unknown) => this.reportTrouble(error),
    );
    if (!this.journal || !this.paths) return;
    await this.journal.close();
    if (!isClosed) return;
    try {
      // The database itself syncs nothing: without this a power cut soon after would undo what it wrote.
      await syncTree(this.paths.database);
      await replaceFile(this.paths.session, JSON.stringify({ boot: bootId(), closed: true }));
    } catch (error) {
      // Not noted as closed: the next start does not trust the folder where it has reason not to.
      this.reportTrouble(error);
    }
  }

  private reportTrouble(error: unknown): false {
    this.reporters.forEach((report) => report(error));
    return false;
  }

  /** A database without a journal, or ahead of what is left of it, gets a new one that begins with a dump of it. */
  private static async withNewJournal(
    open: OpenDatabase,
    paths: StoragePaths,
    room: DiskRoom,
    appliedSeq: number,
    notices: readonly string[],
    isLost: boolean,
  ): Promise<Storage> {
    const lost = 'The journal lacked what the database has; it was begun anew behind a dump of the database.';
    const journal = await Journal.begin(paths.journal, randomUUID(), appliedSeq);
    const storage = new Storage(open, journal, paths, room, isLost ? [...notices, lost] : notices);
    if (isLost) await storage.dump();
    return storage;
  }

  /** Notes in the database which journal it follows. */
  private async adopt(appliedSeq: number): Promise<void> {
    const state = { id: STATE_ROW, lineage: this.journal?.lineage ?? randomUUID(), appliedSeq };
    await this.database.insert(storageState).values(state).onConflictDoUpdate({ target: storageState.id, set: state });
  }

  /** Replaces a long journal by a dump; what is written meanwhile stays in the journal. */
  private compactWhenLong(): Promise<void> {
    const { journal } = this;
    if (!journal || journal.bytes < LONGEST_JOURNAL) return Promise.resolve();
    this.compacting ??= this.dump()
      .then((journalSeq) => this.writer.whileIdle(() => journal.compact(journalSeq)))
      .finally(() => (this.compacting = undefined));
    return this.compacting;
  }

  /** Writes a dump, reads it back, and only then puts it in the place of the last one. Returns its last record. */
  private async dump(): Promise<number> {
    const { paths } = this;
    if (!paths) throw new Error('A PostgreSQL server keeps its own dumps.');
    const draft = `${paths.dump}.new`;
    const journalSeq = await writeVerified(await this.backup(), draft).catch(async (error: unknown) => {
      // Half a dump takes the room that requests need.
      await rm(draft, { force: true });
      throw error;
    });
    await rename(draft, paths.dump);
    await syncFolder(dirname(paths.dump));
    return journalSeq;
  }
}

/** Brings an archive to the disk and reads every file of it back. Returns its last journal record. */
export async function writeVerified(archive: NodeJS.ReadableStream, path: string): Promise<number> {
  await pipeline(archive, createWriteStream(path));
  const handle = await openFile(path, 'r+');
  await handle.sync();
  await handle.close();
  return verifyArchive(path, 'own');
}

/** Reads every file of an archive. Returns its last journal record. @throws ArchiveRefused at the first that is not sound. */
export async function verifyArchive(path: string, trust: Trust): Promise<number> {
  const reader = await ArchiveReader.open(path, trust);
  try {
    await reader.sites();
    for (const listed of reader.manifest.documents) await reader.document(listed);
    for (const { file } of reader.manifest.visits) {
      await reader.visit(file);
      // Checking a long visit takes a while; requests go on in between.
      await wait(0);
    }
    return reader.manifest.journalSeq;
  } finally {
    reader.close();
  }
}

/** Puts a verified archive into an empty data folder, as the dump the next start builds its database from. */
export async function placeArchive(dataDir: string, archive: string, trust: Trust): Promise<void> {
  const paths = storagePaths(dataDir);
  const journalSeq = await verifyArchive(archive, trust);
  await replaceFile(paths.dump, readFileSync(archive));
  await Journal.begin(paths.journal, randomUUID(), journalSeq).then((journal) => journal.close());
}

/** Why the database folder must not be trusted: power was lost while it was in use, and it syncs nothing. */
function doubtOf(paths: StoragePaths): string | undefined {
  if (!existsSync(paths.session)) return undefined;
  try {
    const { boot, closed } = JSON.parse(readFileSync(paths.session, 'utf8')) as { boot?: string; closed?: boolean };
    return closed === true || boot === bootId() ? undefined : 'the machine went down while it was in use';
  } catch {
    return 'the machine went down while it was in use';
  }
}

async function syncTree(folder: string): Promise<void> {
  for (const entry of await readdir(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) await syncTree(path);
    else if (entry.isFile()) {
      const handle = await openFile(path, 'r');
      await handle.datasync().finally(() => handle.close());
    }
  }
  await syncFolder(folder);
}

/** Takes a draft away that a crash left behind. */
export async function removeDrafts(dataDir: string): Promise<void> {
  const paths = storagePaths(dataDir);
  for (const path of [paths.dump, paths.journal, paths.session]) await rm(`${path}.new`, { force: true });
}
