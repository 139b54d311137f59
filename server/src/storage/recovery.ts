import { existsSync } from 'node:fs';
import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { openEmbedded, type Database, type OpenDatabase } from '../database/open-database';
import { storageState, visitEvents, visits } from '../database/schema';
import { StartRefused } from '../settings';
import { ArchiveReader, ArchiveRefused } from './archive-reader';
import { applyEntries, DOCUMENT_TABLES, STATE_ROW } from './entry';
import { carriedOut, type JournalContent } from './journal';
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
  };
}

export type StoragePaths = ReturnType<typeof storagePaths>;

export interface Recovered {
  readonly open: OpenDatabase;
  /** Last journal record the database has. */
  readonly appliedSeq: number;
  /** What was mended, for the log; empty when all was well. */
  readonly notices: readonly string[];
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
): Promise<Recovered> {
  const hasFolder = existsSync(paths.database);
  const opened = hasFolder && doubt === undefined ? await openTrusted(paths, journal) : (doubt ?? 'missing');
  if (typeof opened !== 'string') return caughtUp(paths, opened.open, opened.appliedSeq, journal?.records ?? [], []);
  if (!hasFolder && !journal && !existsSync(paths.dump))
    return caughtUp(paths, await created(paths, () => Promise.resolve()), 0, [], []);
  if (!journal && !existsSync(paths.dump))
    throw new StartRefused(
      `${paths.database} cannot be used (${opened}), and there is neither a journal nor a dump to rebuild it from. ` +
        'Nothing was changed; put a backup into a new folder: DATA_DIR=new-folder npm run -s juxta -- restore FILE',
    );
  const aside = hasFolder ? await setAside(paths) : undefined;
  const notice = `The database folder was ${aside === undefined ? 'missing' : `not used (${opened}) and is kept in ${aside}`}; it was rebuilt from what the dump and the journal hold.`;
  return rebuilt(paths, journal, notice);
}

/** The opened database and how far it is, or why it cannot be used. */
async function openTrusted(
  paths: StoragePaths,
  journal: JournalContent | undefined,
): Promise<{ readonly open: OpenDatabase; readonly appliedSeq: number } | string> {
  let open: OpenDatabase;
  try {
    open = await openEmbedded(paths.database);
  } catch (error) {
    return `it does not open: ${firstLine(error)}`;
  }
  const reason = await whyUnusable(open.database, journal);
  if (typeof reason === 'number') return { open, appliedSeq: reason };
  // A damaged database may fail to close as well; its folder is set aside in any case.
  await open.close().catch(() => undefined);
  return reason;
}

async function whyUnusable(database: Database, journal: JournalContent | undefined): Promise<number | string> {
  try {
    const [state] = await database.select().from(storageState).where(eq(storageState.id, STATE_ROW));
    await readEverything(database);
    if (!journal) return state?.appliedSeq ?? 0;
    if (!state) return 'it belongs to no journal';
    if (state.lineage !== journal.header.lineage) return 'it belongs to another journal';
    if (state.appliedSeq < journal.header.after) return 'it is older than the journal reaches back';
    return state.appliedSeq;
  } catch (error) {
    return `it cannot be read: ${firstLine(error)}`;
  }
}

/** Touches every row, large values included: the database checks the sums of its pages as it reads them. */
async function readEverything(database: Database): Promise<void> {
  await database.select({ size: sql`sum(length(document::text))` }).from(visitEvents);
  await database.select({ size: sql`sum(length(pinned::text))` }).from(visits);
  for (const table of Object.values(DOCUMENT_TABLES))
    await database.select({ size: sql`sum(length(document::text))` }).from(table);
}

async function rebuilt(paths: StoragePaths, journal: JournalContent | undefined, notice: string): Promise<Recovered> {
  let dumped = 0;
  const open = await created(paths, async (database) => {
    if (existsSync(paths.dump)) dumped = await loadArchive(database, paths.dump);
    if (journal && journal.header.after > dumped)
      throw new StartRefused(
        `The journal begins after record ${journal.header.after}, but ${existsSync(paths.dump) ? `the dump ends at record ${dumped}` : `there is no ${paths.dump}`}: ` +
          'what lies between is missing. Nothing was changed; put back the whole data folder, or restore a backup into a new one.',
      );
  });
  const records = (journal?.records ?? []).filter((record) => record.journalSeq > dumped);
  return caughtUp(paths, open, dumped, records, [notice]);
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

/** Carries out what the journal holds and the database has not done yet. */
async function caughtUp(
  paths: StoragePaths,
  open: OpenDatabase,
  appliedSeq: number,
  records: readonly JournalRecord[],
  notices: readonly string[],
): Promise<Recovered> {
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

function firstLine(error: unknown): string {
  const { message, cause } = error as { message?: string; cause?: unknown };
  const told = cause instanceof Error ? cause.message : (message ?? String(error));
  return told.split('\n')[0]?.slice(0, 160) ?? '';
}
