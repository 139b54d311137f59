import { existsSync, readdirSync, rmSync } from 'node:fs';
import { rename } from 'node:fs/promises';
import { resolve } from 'node:path';
import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { lockFolder, ownerAddress } from './folder-lock';
import { StartRefused, type Settings } from './settings';
import type { Trust } from './storage/archive-reader';
import { loadArchive, loadPhotos } from './storage/recovery';
import { placeArchive, removeDrafts, Storage, writeVerified } from './storage/storage';
import { verifyArchive } from './storage/verify-archive';
import { VisitSummaries } from './store/visit-summaries';
import { visits } from './database/schema';

/** Visits between two lines that say how far it is. */
const TOLD_EVERY = 1000;

/** Restores logs that this product would not have taken, as they are. */
const AS_IT_IS = '--as-it-is';

export type Print = (line: string) => void;

/**
 * `backup FILE` and `restore FILE [--as-it-is]`: everything stored, in and out of one open archive. `rebuild`: what lists
 * and histories tell, folded from the logs anew.
 * @throws StartRefused with one sentence when it cannot be done; nothing is changed then.
 */
export async function archiveCommand(args: readonly string[], settings: Settings, print: Print): Promise<void> {
  const [command, ...given] = args;
  if (command === 'rebuild' && given.length === 0) return rebuild(settings, print);
  const isAsItIs = command === 'restore' && given.includes(AS_IT_IS);
  const [file, ...more] = isAsItIs ? given.filter((each) => each !== AS_IT_IS) : given;
  if (file === undefined || more.length > 0 || file.startsWith('-'))
    throw new StartRefused(
      `${command ?? ''} takes one file: npm run -s juxta -- ${command === 'restore' ? 'restore' : 'backup'} FILE.zip`,
    );
  await (command === 'restore'
    ? restore(resolve(file), settings, isAsItIs ? 'as-it-is' : 'foreign', print)
    : backup(resolve(file), settings, print));
}

async function rebuild(settings: Settings, print: Print): Promise<void> {
  refuseMissing(settings);
  await withStorage({ settings, isAlone: true }, async (storage) => {
    const of = await storage.database.$count(visits);
    await new VisitSummaries(storage).rebuild((told) => {
      if (told % TOLD_EVERY === 0) print(`${told} of ${of} visits`);
    });
    print(`What lists and histories tell of ${of} visits was folded from their logs anew.`);
  });
}

function refuseMissing({ databaseUrl, dataDir }: Settings): void {
  if (databaseUrl === undefined && !existsSync(dataDir))
    throw new StartRefused(`${dataDir} is not there; set DATA_DIR to the data folder.`);
}

async function backup(file: string, settings: Settings, print: Print): Promise<void> {
  if (existsSync(file)) throw new StartRefused(`${file} is there already; name a file that is not.`);
  const draft = `${file}.new`;
  try {
    const address = settings.databaseUrl === undefined ? await ownerAddress(settings.dataDir) : undefined;
    if (address === undefined) await backupStored(settings, draft);
    else await writeVerified(await fetchedBackup(address), draft);
    await rename(draft, file);
  } catch (error) {
    rmSync(draft, { force: true });
    const { code } = error as NodeJS.ErrnoException;
    throw code === 'ENOENT' || code === 'EACCES' || code === 'ENOSPC'
      ? new StartRefused(`${file} cannot be written (${code}).`)
      : error;
  }
  print(`Everything stored is in ${file}, written and read back.`);
}

async function backupStored(settings: Settings, draft: string): Promise<void> {
  refuseMissing(settings);
  await withStorage({ settings }, async (storage) => {
    await writeVerified((await storage.backup()).stream, draft);
  });
}

/** A running server owns its folder; it is asked instead. */
async function fetchedBackup(address: string): Promise<NodeJS.ReadableStream> {
  const response = await fetch(`${address}/api/backup`);
  if (!response.ok || !response.body) throw new StartRefused(`The server at ${address} answered ${response.status}.`);
  return Readable.fromWeb(response.body as ReadableStream);
}

async function restore(file: string, settings: Settings, trust: Trust, print: Print): Promise<void> {
  await verifyArchive(file, trust);
  if (settings.databaseUrl === undefined) await restoreFolder(file, settings.dataDir, trust);
  else
    await withStorage({ settings, isAlone: true }, async ({ database, photos }) => {
      const [any] = await database.select({ id: visits.id }).from(visits).limit(1);
      if (any) throw new StartRefused('The database of DATABASE_URL has visits already; restore into an empty one.');
      // Pictures first: cut off half-way, the visits are not there yet and it can be done again.
      await loadPhotos(photos, file);
      await loadArchive(database, file);
    });
  print(`${file} is restored; npm start goes on from it.`);
}

async function restoreFolder(file: string, dataDir: string, trust: Trust): Promise<void> {
  const isEmpty = !existsSync(dataDir) || readdirSync(dataDir).length === 0;
  if (!isEmpty)
    throw new StartRefused(
      `${dataDir} is not empty; nothing was changed. Restore into a new folder: DATA_DIR=new-folder`,
    );
  const lock = await lockFolder(dataDir);
  try {
    await placeArchive(dataDir, file, trust);
    // Builds the database at once: an archive that contradicts itself is found out now, not at the next start.
    const storage = await Storage.embedded(dataDir, lock);
    await loadPhotos(storage.photos, file).finally(() => storage.close());
  } catch (error) {
    for (const name of readdirSync(dataDir)) rmSync(`${dataDir}/${name}`, { recursive: true, force: true });
    throw error;
  } finally {
    lock.release();
  }
}

async function withStorage(
  { settings, isAlone = false }: { readonly settings: Settings; readonly isAlone?: boolean },
  task: (storage: Storage) => Promise<void>,
): Promise<void> {
  const lock = await lockFolder(settings.dataDir);
  try {
    await removeDrafts(settings.dataDir);
    const storage = await (settings.databaseUrl === undefined
      ? Storage.embedded(settings.dataDir, lock)
      : Storage.server(settings.databaseUrl, isAlone));
    try {
      await task(storage);
    } finally {
      await storage.close();
    }
  } finally {
    lock.release();
  }
}
