import { existsSync, statSync } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { openEmbedded, type Database, type OpenDatabase } from '../database/open-database';
import { storageState } from '../database/schema';
import type { PhotoStore } from '../photos/photo-store';
import { StartRefused } from '../settings';
import { hashOfFile } from './archive-manifest';
import { ArchiveReader, ArchiveRefused } from './archive-reader';
import { DatabaseCheck } from './database-check';
import { applyEntries, STATE_ROW } from './entry';
import { carriedOut, type JournalContent } from './journal-reading';
import { isRefusedForGood, keptAside, type RefusedRecord } from './refused-record';
import type { JournalRecord } from './journal-record';

/** Where everything of a data folder lies. */
export function storagePaths(dataDir: string) {
  return {
    database: join(dataDir, 'pglite'),
    journal: join(dataDir, 'journal.ndjson'),
    dump: join(dataDir, 'dump.zip'),
    session: join(dataDir, 'session.json'),
    setAside: join(dataDir, 'set-aside'),
    photos: join(dataDir, 'photos'),
  };
}

export type StoragePaths = ReturnType<typeof storagePaths>;

export interface Recovered {
  readonly open: OpenDatabase;
  /** Last journal record the database has. */
  readonly appliedSeq: number;
  /** What was mended, for the log; empty when all was well. */
  readonly notices: readonly string[];
  /** The journal cannot be gone on with: damaged, gone or cut short, and the database has all of it. */
  readonly isJournalLost: boolean;
  /** What of the database has still to be read; missing where it was made just now. */
  readonly check?: DatabaseCheck;
}

/**
 * The database of a data folder with everything the journal knows: opened where it can be trusted, rebuilt from the
 * last dump and the journal where it cannot.
 * @throws StartRefused when dump and journal do not join.
 */
export async function recoverDatabase(
  paths: StoragePaths,
  journal: JournalContent | undefined,
  doubt: string | undefined,
  checkedFirst: number,
): Promise<Recovered> {
  const hasFolder = existsSync(paths.database);
  const opened =
    hasFolder && doubt === undefined ? await openTrusted(paths, journal, checkedFirst) : (doubt ?? 'missing');
  if (journal?.damage !== undefined) return despiteDamage(journal, journal.damage, opened);
  if (typeof opened !== 'string') return trusted(paths, journal, opened);
  if (!hasFolder && !journal && !existsSync(paths.dump))
    return {
      ...(await caughtUp(paths, await created(paths, () => Promise.resolve()), 0, [], [])),
      isJournalLost: true,
    };
  if (!journal) throw onlyOldWitness(paths, hasFolder, opened);
  const aside = hasFolder ? await setAside(paths) : undefined;
  const notice = `The database folder was ${aside === undefined ? 'missing' : `not used (${opened}) and is kept in ${aside}`}; it was rebuilt from what the dump and the journal hold.`;
  return { ...(await rebuilt(paths, journal, [notice, ...tornNotice(journal)])), isJournalLost: false };
}

interface Opened {
  readonly open: OpenDatabase;
  readonly appliedSeq: number;
  readonly check: DatabaseCheck;
}

async function trusted(paths: StoragePaths, journal: JournalContent | undefined, opened: Opened): Promise<Recovered> {
  const { open, appliedSeq, check } = opened;
  const isBehind = journal !== undefined && journal.header.after + journal.records.length < appliedSeq;
  const isLost = isBehind || (journal === undefined && appliedSeq > 0);
  const lost = 'The journal lacked what the database has; it was begun anew behind a dump of the database.';
  const notices = [...(isLost ? [lost] : []), ...(journal ? tornNotice(journal) : [])];
  const recovered = await caughtUp(paths, open, appliedSeq, journal?.records ?? [], notices);
  return { ...recovered, isJournalLost: isLost || journal === undefined, check };
}

/** A damaged journal is no loss where the database can be trusted and has followed it beyond the damage. */
async function despiteDamage(journal: JournalContent, damage: string, opened: Opened | string): Promise<Recovered> {
  const isCovered = typeof opened !== 'string' && opened.appliedSeq >= journal.lastNamed;
  if (isCovered) {
    const notice = `${damage}. The database has all that it held: the journal is kept in set-aside and was begun anew behind a dump.`;
    return { ...opened, notices: [notice], isJournalLost: true };
  }
  if (typeof opened !== 'string') await opened.open.close();
  throw new StartRefused(
    `${damage}, and lines after it are whole, which the database ${typeof opened === 'string' ? `cannot replace (${opened})` : 'has not'}. Nothing was changed. ` +
      'Take a copy of the data folder, then begin with a new one and put the last backup into it: ' +
      'DATA_DIR=new-folder npm run -s juxta -- restore FILE',
  );
}

/** Without a journal nobody knows what was stored after the dump. */
function onlyOldWitness(paths: StoragePaths, hasFolder: boolean, why: string): StartRefused {
  const database = hasFolder ? `${paths.database} cannot be used (${why})` : `${paths.database} is missing`;
  if (!existsSync(paths.dump))
    return new StartRefused(
      `${database}, and there is neither a journal nor a dump to rebuild it from. ` +
        'Nothing was changed; put a backup into a new folder: DATA_DIR=new-folder npm run -s juxta -- restore FILE',
    );
  const { mtime } = statSync(paths.dump);
  return new StartRefused(
    `${database}, and so is the journal: only the dump of ${mtime.toISOString().slice(0, 16).replace('T', ' ')} UTC is left, and what was stored after it would be lost without a word. ` +
      `Nothing was changed; look for ${paths.journal}, or go on from the dump in a new folder: DATA_DIR=new-folder npm run -s juxta -- restore ${paths.dump}`,
  );
}

function tornNotice({ torn }: JournalContent): readonly string[] {
  return torn > 0
    ? [`The end of the journal was cut short (${torn} bytes); nobody had been told that it is stored.`]
    : [];
}

/** The opened database and how far it is, or why it cannot be used. */
async function openTrusted(
  paths: StoragePaths,
  journal: JournalContent | undefined,
  checkedFirst: number,
): Promise<Opened | string> {
  let open: OpenDatabase;
  try {
    open = await openEmbedded(paths.database);
  } catch (error) {
    return `it does not open: ${firstLine(error)}`;
  }
  const reason = await whyUnusable(open.database, journal, checkedFirst);
  if (typeof reason !== 'string') return { open, ...reason };
  // A damaged database may fail to close as well; its folder is set aside in any case.
  await open.close().catch(() => undefined);
  return reason;
}

async function whyUnusable(
  database: Database,
  journal: JournalContent | undefined,
  checkedFirst: number,
): Promise<Omit<Opened, 'open'> | string> {
  try {
    const [state] = await database.select().from(storageState).where(eq(storageState.id, STATE_ROW));
    const check = await begunCheck(database, checkedFirst);
    if (!journal) return { appliedSeq: state?.appliedSeq ?? 0, check };
    if (!state) return 'it belongs to no journal';
    const isHeadingLost = journal.header.lineage === '';
    if (!isHeadingLost && state.lineage !== journal.header.lineage) return 'it belongs to another journal';
    if (state.appliedSeq < journal.header.after) return 'it is older than the journal reaches back';
    return { appliedSeq: state.appliedSeq, check };
  } catch (error) {
    return `it cannot be read: ${firstLine(error)}`;
  }
}

/** A database that is not large is read whole before it is used. */
async function begunCheck(database: Database, milliseconds: number): Promise<DatabaseCheck> {
  const check = new DatabaseCheck(database);
  const until = performance.now() + milliseconds;
  while (!check.isFinished && performance.now() < until) await check.step();
  return check;
}

async function rebuilt(paths: StoragePaths, journal: JournalContent, notices: readonly string[]): Promise<CaughtUp> {
  let dumped = 0;
  const open = await created(paths, async (database) => {
    if (existsSync(paths.dump)) dumped = await loadArchive(database, paths.dump);
    if (journal.header.after > dumped)
      throw new StartRefused(
        `The journal begins after record ${journal.header.after}, but ${existsSync(paths.dump) ? `the dump ends at record ${dumped}` : `there is no ${paths.dump}`}: ` +
          'what lies between is missing. Nothing was changed; put back the whole data folder, or restore a backup into a new one.',
      );
  });
  const records = journal.records.filter((record) => record.journalSeq > dumped);
  return caughtUp(paths, open, dumped, records, notices);
}

/** A new database, put in place only once it is complete: a start that is killed leaves none that looks whole. */
async function created(paths: StoragePaths, fill: (database: Database) => Promise<void>): Promise<OpenDatabase> {
  const draft = `${paths.database}.new`;
  await rm(draft, { recursive: true, force: true });
  const open = await openEmbedded(draft);
  try {
    await fill(open.database);
  } finally {
    await open.close();
  }
  await rename(draft, paths.database);
  return openEmbedded(paths.database);
}

type CaughtUp = Omit<Recovered, 'isJournalLost' | 'check'>;

/** Carries out what the journal holds and the database has not done yet. */
async function caughtUp(
  paths: StoragePaths,
  open: OpenDatabase,
  appliedSeq: number,
  records: readonly JournalRecord[],
  notices: readonly string[],
): Promise<CaughtUp> {
  const missing = carriedOut(records).filter((record) => record.journalSeq > appliedSeq);
  const refused: RefusedRecord[] = [];
  for (const record of missing) {
    if (!('entries' in record)) continue;
    try {
      await open.database.transaction(async (transaction) => {
        await applyEntries(transaction, record.entries, record.journalSeq);
      });
    } catch (error) {
      // Only what the rows themselves contradict: a full disk or a lost connection says nothing about the record.
      if (!isRefusedForGood(error)) throw error;
      refused.push({ record, why: firstLine(error) });
    }
  }
  const last = records.at(-1)?.journalSeq ?? appliedSeq;
  const count = missing.length - refused.length;
  const caught = count > 0 ? [`${count} stored requests were carried over from the journal.`] : [];
  const aside = await keptAside(paths.setAside, refused);
  return { open, appliedSeq: Math.max(appliedSeq, last), notices: [...notices, ...caught, ...aside] };
}

/** Puts the contents of an archive into an empty database, whole or not at all. Returns its last journal record. */
export async function loadArchive(database: Database, path: string): Promise<number> {
  const archive = await ArchiveReader.open(path, 'own');
  try {
    await database.transaction(async (transaction) => {
      const { sites, units } = await archive.sites();
      await applyEntries(transaction, [
        ...sites.map((site) => ({ kind: 'site-put', site }) as const),
        ...units.map((unit) => ({ kind: 'unit-put', unit }) as const),
      ]);
      await applyEntries(transaction, [{ kind: 'spares-noted', entries: await archive.spares() }]);
      for (const era of archive.manifest.eras ?? []) await applyEntries(transaction, [{ kind: 'era-begun', ...era }]);
      for (const listed of archive.manifest.documents)
        await applyEntries(transaction, [{ kind: 'document-stored', ...(await archive.document(listed)) }]);
      for (const { file, createdAt } of archive.manifest.visits) {
        const { id, pinned, events } = await archive.visit(file);
        await applyEntries(transaction, [
          { kind: 'visit-started', id, pinned, createdAt },
          { kind: 'events-stored', events },
        ]);
      }
    });
    return archive.manifest.journalSeq;
  } catch (error) {
    if (!isRefusedForGood(error)) throw error;
    throw new ArchiveRefused(`${path} contradicts itself: ${firstLine(error)}. Nothing was changed.`);
  } finally {
    archive.close();
  }
}

/** Puts the pictures of an archive where they are kept. */
export async function loadPhotos(photos: Pick<PhotoStore, 'keep'>, path: string): Promise<void> {
  const archive = await ArchiveReader.open(path, 'own');
  try {
    for (const file of archive.manifest.photos ?? [])
      await photos.keep({ hash: hashOfFile(file), bytes: await archive.photo(file) });
  } finally {
    archive.close();
  }
}

const KEPT_ASIDE = 2;

/** Moves the database folder away, so that it can be looked into; only the newest few are kept. */
async function setAside(paths: StoragePaths): Promise<string> {
  await mkdir(paths.setAside, { recursive: true });
  const target = join(paths.setAside, `pglite-${new Date().toISOString().replaceAll(':', '')}`);
  await rename(paths.database, target);
  const older = (await readdir(paths.setAside)).sort().slice(0, -KEPT_ASIDE);
  for (const name of older) await rm(join(paths.setAside, name), { recursive: true, force: true });
  return target;
}

export function firstLine(error: unknown): string {
  const { message, cause } = error as { message?: string; cause?: unknown };
  const told = cause instanceof Error ? cause.message : (message ?? String(error));
  return told.split('\n')[0]?.slice(0, 160) ?? '';
}
