import type { SpareEntry } from '@juxtameter/core';
import type { LocalDatabase } from './local-database';

/** Every entry of the spares that is kept here, those of another server left out. */
export async function keptSpares(database: LocalDatabase): Promise<readonly SpareEntry[]> {
  return (await database.getAll('spares')).filter(({ apart }) => apart === undefined).map(({ entry }) => entry);
}

/** Keeps entries; an entry never changes, so that one that is kept already stays as it is. */
export async function keepSpares(database: LocalDatabase, entries: readonly SpareEntry[]): Promise<void> {
  const transaction = database.transaction('spares', 'readwrite');
  const known = new Set(await transaction.store.getAllKeys());
  for (const entry of entries) if (!known.has(entry.id)) await transaction.store.put({ id: entry.id, entry });
  await transaction.done;
}

/** What is kept is another server's. */
export async function setSparesApart(database: LocalDatabase): Promise<void> {
  const transaction = database.transaction('spares', 'readwrite');
  for (const kept of await transaction.store.getAll()) await transaction.store.put({ ...kept, apart: true });
  await transaction.done;
}

/** What is kept is the present server's as well. */
export async function giveSparesApart(database: LocalDatabase): Promise<void> {
  const transaction = database.transaction('spares', 'readwrite');
  for (const { id, entry } of await transaction.store.getAll()) await transaction.store.put({ id, entry });
  await transaction.done;
}
