import { inArray } from 'drizzle-orm';
import type { SpareEntry } from '@juxtameter/core';
import type { Database } from '../database/open-database';
import { spareEntries } from '../database/schema';
import { conflict } from '../request-problem';
import { contentHash } from '../storage/content-hash';
import type { Storage } from '../storage/storage';

/** What others must not write at the same time. */
const LOCK = 'spares';

/** The append-only log of the spares in vans and stores. */
export class SpareStore {
  constructor(private readonly storage: Pick<Storage, 'database' | 'writer'>) {}

  async all(): Promise<readonly SpareEntry[]> {
    const rows = await this.storage.database.select({ document: spareEntries.document }).from(spareEntries);
    return rows.map(({ document }) => document);
  }

  /**
   * Stores entries whole or not at all; those that are on file are left as they are. Returns how many were new.
   * @throws RequestProblem where one is on file with other content.
   */
  note(entries: readonly SpareEntry[]): Promise<number> {
    const once = [...new Map(entries.map((entry) => [entry.id, entry])).values()];
    return this.storage.writer.write(
      async (database) => {
        const known = await knownOf(database, once);
        const changed = entries.findIndex(({ id }, index) => {
          const before = known.get(id) ?? once.find((each) => each.id === id);
          return before !== undefined && contentHash(before) !== contentHash(entries[index]);
        });
        if (changed >= 0)
          throw conflict('Nothing was stored: an entry of the spares is on file with other content.', [
            { path: `entries[${changed}]`, message: 'differs from the entry of this id that is on file' },
          ]);
        const fresh = once.filter(({ id }) => !known.has(id));
        return { entries: fresh.length > 0 ? [{ kind: 'spares-noted', entries: fresh }] : [], answer: fresh.length };
      },
      [LOCK],
    );
  }
}

async function knownOf(database: Database, entries: readonly SpareEntry[]): Promise<ReadonlyMap<string, SpareEntry>> {
  const rows = await database
    .select()
    .from(spareEntries)
    .where(
      inArray(
        spareEntries.id,
        entries.map(({ id }) => id),
      ),
    );
  return new Map(rows.map(({ id, document }) => [id, document]));
}
