import { randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, readFileSync } from 'node:fs';
import { copyFile, mkdir, open as openFile, readdir, rename, rm } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { setTimeout as wait } from 'node:timers/promises';
import { desc, eq, gt, max, sql } from 'drizzle-orm';
import { bootId, UNKNOWN_BOOT } from '../boot-id';
import { openServer, type Database, type OpenDatabase } from '../database/open-database';
import { eras, storageState, visitEvents } from '../database/schema';
import type { FolderLock } from '../folder-lock';
import { DatabasePhotos } from '../photos/database-photos';
import { FolderPhotos } from '../photos/folder-photos';
import type { PhotoStore } from '../photos/photo-store';
import { StartRefused } from '../settings';
import type { Trust } from './archive-reader';
import { archiveOf, momentOf, type Archive, type Gap, type Moment } from './archive-writer';
import { DiskRoom, RESERVE } from './disk-room';
import { STATE_ROW, type Era } from './entry';
import { Journal, replaceFile, syncFolder } from './journal';
import { readJournal, segmentFiles } from './journal-reading';
import { verifyArchive, verifyArchiveAside } from './verify-archive';
import type { DatabaseCheck } from './database-check';
import { firstLine, recoverDatabase, storagePaths, type StoragePaths } from './recovery';
import { Writer, type Fence } from './writer';

/** A journal longer than this, in bytes, is replaced by a dump. */
const LONGEST_JOURNAL = 16 * 2 ** 20;

/** Milliseconds of a start that go into reading the database; the rest of it is read while requests are answered. */
const CHECKED_FIRST = 1000;

export interface StorageOptions {
  /** Bytes of the journal beyond which it is replaced by a dump. */
  readonly longestJournal?: number | undefined;
  /** Milliseconds of the start that go into checking the database. */
  readonly checkedFirst?: number | undefined;
}

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
  private present = '';
  private check: DatabaseCheck | undefined;
  private checking: Promise<void> | undefined;
  /** What the database turned out to be while it was in use. */
  private damage: string | undefined;
  private isClosing = false;
  /** A journal longer than this, in bytes, is replaced by a dump. */
  private readonly longestJournal: number;

  private constructor(
    private readonly open: OpenDatabase,
    private readonly journal: Journal | undefined,
    private readonly paths: StoragePaths | undefined,
    private readonly room: DiskRoom | undefined,
    /** What was mended at the start, for the log. */
    readonly notices: readonly string[],
    readonly photos: PhotoStore,
    { fence, longestJournal = LONGEST_JOURNAL }: { readonly fence?: Fence; readonly longestJournal?: number } = {},
  ) {
    this.longestJournal = longestJournal;
    const forget = (): void => this.forgetters.forEach((each) => each());
    open.attendance?.whenRegained(() => {
      forget();
      this.readEra().catch((error: unknown) => this.reportTrouble(error));
    });
    this.writer = new Writer(
      open,
      journal,
      forget,
      // A dump that fails changes nothing: the journal goes on, and the next request tries again.
      () => void this.compactWhenLong().catch((error: unknown) => this.reportTrouble(error)),
      room,
      fence,
      () => this.damage !== undefined,
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
  static async embedded(
    dataDir: string,
    lock: Pick<FolderLock, 'isHeld' | 'wasSilent'>,
    { longestJournal = LONGEST_JOURNAL, checkedFirst = CHECKED_FIRST }: StorageOptions = {},
  ): Promise<Storage> {
    const paths = storagePaths(dataDir);
    const room = new DiskRoom(dataDir);
    if (room.isFull)
      throw new StartRefused(
        `The disk of ${dataDir} has less than ${RESERVE / 2 ** 20} MB left, which the database needs to open; free some space or set DATA_DIR.`,
      );
    const content = readJournal(paths.journal);
    const fence = (): boolean => lock.isHeld();
    const doubt = lock.wasSilent ? SILENT : doubtOf(paths);
    const { open, appliedSeq, notices, isJournalLost, check } = await recoverDatabase(
      paths,
      content,
      doubt,
      checkedFirst,
    );
    try {
      const isKept = content !== undefined && !isJournalLost;
      const journal = isKept
        ? await Journal.resume(paths.journal, content, lock.wasSilent)
        : await newJournal(open.database, paths, appliedSeq);
      const photos = new FolderPhotos(paths.photos, room, fence);
      await photos.open();
      const storage = new Storage(open, journal, paths, room, notices, photos, { fence, longestJournal });
      await storage.adopt(appliedSeq);
      await replaceFile(paths.session, session({ closed: false }));
      await storage.compactWhenLong();
      storage.check = check;
      return storage;
    } catch (error) {
      await open.close();
      throw error;
    }
  }

  /**
   * Uses a PostgreSQL server, which keeps its own journal, beside whoever else does.
   * @throws StartRefused when it cannot be used, or `isAlone` is asked for and others use it.
   */
  static async server(url: string, isAlone = false): Promise<Storage> {
    const open = await openServer(url, isAlone);
    return new Storage(open, undefined, undefined, undefined, [], new DatabasePhotos(open.database));
  }

  /** Whether others may store beside this process. */
  get isShared(): boolean {
    return this.open.attendance !== undefined;
  }

  /** Begins a stretch of orders of this start, or of all servers that share a database; whoever asks is told which it is. */
  async beginEra(): Promise<void> {
    if (this.isShared) return this.readEra();
    this.present = await this.writer.write(async (database) => {
      const [last] = await database.select().from(eras).orderBy(desc(eras.place)).limit(1);
      const [newest] = await database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
      const era: Era = { place: (last?.place ?? 0) + 1, id: randomUUID(), after: newest?.seq ?? 0 };
      return { entries: [{ kind: 'era-begun', ...era }], answer: era.id };
    });
  }

  private async readEra(): Promise<void> {
    const [last] = await this.database.select().from(eras).orderBy(desc(eras.place)).limit(1);
    this.present = last?.id ?? '';
  }

  get era(): string {
    return this.present;
  }

  /** How far this store has the orders of an era, the present one or an earlier one; undefined where it knows none of it. */
  async reachOf(era: string): Promise<number | undefined> {
    const [known] = await this.database.select().from(eras).where(eq(eras.id, era));
    if (!known) return undefined;
    const [next] = await this.database
      .select()
      .from(eras)
      .where(gt(eras.place, known.place))
      .orderBy(eras.place)
      .limit(1);
    if (next) return next.after;
    const [newest] = await this.database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
    return newest?.seq ?? 0;
  }

  /** Everything stored at this moment as a zip file. */
  async backup(): Promise<Archive> {
    const moment = await this.writer.whileIdle(() => momentOf(this.database, this.journal?.lastSeq ?? 0));
    return archiveOf(this.database, moment, new Date(), () => this.writer.gap(), this.photos);
  }

  /** Whether the disk takes nothing just now: the database is not to be written to then. */
  get isFull(): boolean {
    return this.room?.isFull ?? false;
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
      isWell: database && disk && this.open.attendance?.isHeld !== false && this.damage === undefined,
      database: this.databaseWords(database),
      disk: !room ? 'of the database server' : disk ? 'takes files' : 'takes nothing',
      ...(room?.free === undefined ? {} : { freeBytes: room.free }),
      journal: this.journal
        ? `${this.journal.bytes} bytes, last record ${this.journal.lastSeq}`
        : 'of the database server',
    };
  }

  /** Reads on what the start left unread, beside all requests. */
  checkOn(): void {
    this.checking ??= this.check && this.checked(this.check).catch((error: unknown) => this.noteDamage(error));
  }

  private async checked(check: DatabaseCheck): Promise<void> {
    while (!check.isFinished && !this.isClosing) {
      await check.step();
      await wait(BREATH);
    }
  }

  /** Nothing more is stored in it: the next start builds it anew from the dump and the journal, which have everything. */
  private async noteDamage(error: unknown): Promise<void> {
    if (this.isClosing || !this.paths) return;
    this.damage = `it cannot be read: ${firstLine(error)}`;
    this.reportTrouble(error);
    await replaceFile(this.paths.session, session({ closed: false, damage: this.damage })).catch((trouble: unknown) =>
      this.reportTrouble(trouble),
    );
  }

  async close(): Promise<void> {
    this.isClosing = true;
    await this.checking;
    await this.compacting;
    await this.writer.whileIdle(() => Promise.resolve());
    const isClosed = await this.open.close().then(
      () => true,
      (error: unknown) => this.reportTrouble(error),
    );
    if (!this.journal || !this.paths) return;
    await this.journal.close();
    if (!isClosed || this.damage !== undefined) return;
    try {
      // The database itself syncs nothing: without this a power cut soon after would undo what it wrote.
      await syncTree(this.paths.database);
      await replaceFile(this.paths.session, session({ closed: true }));
    } catch (error) {
      // Not noted as closed: the next start does not trust the folder where it has reason not to.
      this.reportTrouble(error);
    }
  }

  private databaseWords(answers: boolean): string {
    if (!answers) return 'does not answer';
    if (this.damage !== undefined) return `damaged (${this.damage}); the next start builds it anew`;
    const isRead = this.check?.isFinished !== false;
    return isRead ? 'answers' : `answers, ${Math.round((this.check?.progress ?? 1) * 100)} % of it checked`;
  }

  private reportTrouble(error: unknown): false {
    this.reporters.forEach((report) => report(error));
    return false;
  }

  /** Notes in the database which journal it follows. */
  private async adopt(appliedSeq: number): Promise<void> {
    const state = { id: STATE_ROW, lineage: this.journal?.lineage ?? randomUUID(), appliedSeq };
    await this.database.insert(storageState).values(state).onConflictDoUpdate({ target: storageState.id, set: state });
  }

  /** Replaces a long journal by a dump. What is written meanwhile goes into the next file of the journal. */
  private compactWhenLong(): Promise<void> {
    const { journal, paths } = this;
    if (!journal || !paths || journal.bytes < this.longestJournal) return Promise.resolve();
    this.compacting ??= this.compact(journal, paths).finally(() => (this.compacting = undefined));
    return this.compacting;
  }

  private async compact(journal: Journal, paths: StoragePaths): Promise<void> {
    const moment = await this.writer.whileIdle(async () => {
      await journal.rotate();
      return momentOf(this.database, journal.lastSeq);
    });
    await writeDump(this.database, paths, moment, () => this.writer.gap());
    await this.writer.whileIdle(() => journal.drop(moment.journalSeq));
  }
}

/** A database without a journal that can be gone on with gets a new one that begins behind a dump of it. */
async function newJournal(database: Database, paths: StoragePaths, appliedSeq: number): Promise<Journal> {
  if (appliedSeq > 0) await writeDump(database, paths, await momentOf(database, appliedSeq));
  await setJournalAside(paths);
  return Journal.begin(paths.journal, randomUUID(), appliedSeq);
}

/** Writes a dump, reads it back, and only then puts it in the place of the last one. */
async function writeDump(database: Database, paths: StoragePaths, moment: Moment, gap?: Gap): Promise<void> {
  const draft = `${paths.dump}.new`;
  try {
    await writeVerified((await archiveOf(database, moment, new Date(), gap)).stream, draft);
  } catch (error) {
    // Half a dump takes the room that requests need.
    await rm(draft, { force: true });
    throw error;
  }
  await rename(draft, paths.dump);
  await syncFolder(dirname(paths.dump));
}

/** Moves a journal that cannot be gone on with away, where it can be looked at. */
async function setJournalAside(paths: StoragePaths): Promise<void> {
  const files = [...segmentFiles(paths.journal), paths.journal].filter((file) => existsSync(file));
  if (files.length === 0) return;
  const target = join(paths.setAside, `journal-${new Date().toISOString().replaceAll(':', '')}`);
  await mkdir(target, { recursive: true });
  for (const file of files) await rename(file, join(target, basename(file)));
}

/** Brings an archive to the disk and reads every file of it back. Returns its last journal record. */
export async function writeVerified(archive: NodeJS.ReadableStream, path: string): Promise<number> {
  await pipeline(archive, createWriteStream(path));
  const handle = await openFile(path, 'r+');
  await handle.sync();
  await handle.close();
  return verifyArchiveAside(path, 'own');
}

/** Puts a verified archive into an empty data folder, as the dump the next start builds its database from. */
export async function placeArchive(dataDir: string, archive: string, trust: Trust): Promise<void> {
  const paths = storagePaths(dataDir);
  const journalSeq = await verifyArchive(archive, trust);
  await copyDurably(archive, paths.dump);
  await Journal.begin(paths.journal, randomUUID(), journalSeq).then((journal) => journal.close());
}

/** An archive may be larger than what can be held in memory. */
async function copyDurably(from: string, to: string): Promise<void> {
  const draft = `${to}.new`;
  await copyFile(from, draft);
  const handle = await openFile(draft, 'r+');
  await handle.chmod(0o600);
  await handle.sync();
  await handle.close();
  await rename(draft, to);
  await syncFolder(dirname(to));
}

/** Milliseconds between two looks into the database beside all requests. */
const BREATH = 10;

/** How the folder is left, for the next start. */
interface Session {
  readonly closed: boolean;
  /** Why the database must not be used again. */
  readonly damage?: string;
}

function session(left: Session): string {
  return JSON.stringify({ boot: bootId(), ...left });
}

const SILENT = 'another server used it and stopped answering';

/** Why the database folder must not be trusted: power was lost while it was in use, and it syncs nothing. */
function doubtOf(paths: StoragePaths): string | undefined {
  if (!existsSync(paths.session)) return undefined;
  try {
    const { boot, closed, damage } = JSON.parse(readFileSync(paths.session, 'utf8')) as Partial<Session> & {
      readonly boot?: string;
    };
    if (damage !== undefined) return damage;
    // Where the system does not tell one start of the machine from another it may have been any.
    const isSameStart = boot === bootId() && boot !== UNKNOWN_BOOT;
    return closed === true || isSameStart ? undefined : 'the machine went down while it was in use';
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
