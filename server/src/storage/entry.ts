import type { MeterDocument, ProcedureDocument, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import type { PinnedDocuments, Site, Unit } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { meters, procedures, sites, unitModels, units, visitEvents, visits } from '../database/schema';
import { contentHash } from './content-hash';

/**
 * One change of the stored data, complete in itself: the journal keeps it, and applying all of them in order to an
 * empty database makes the same rows again.
 */
export type Entry =
  | { readonly kind: 'site-put'; readonly site: Site }
  | { readonly kind: 'unit-put'; readonly unit: Unit }
  | ({ readonly kind: 'document-stored' } & StoredDocument)
  | {
      readonly kind: 'visit-started';
      readonly id: string;
      readonly pinned: PinnedDocuments;
      readonly createdAt: string;
    }
  | { readonly kind: 'events-stored'; readonly events: readonly VisitEvent[] };

/** One version of a document of the library. */
export type StoredDocument = { readonly version: number; readonly storedAt: string } & (
  | { readonly of: 'unit-model'; readonly document: UnitModelDocument }
  | { readonly of: 'procedure'; readonly document: ProcedureDocument }
  | { readonly of: 'meter'; readonly document: MeterDocument }
);

export const DOCUMENT_TABLES = { 'unit-model': unitModels, procedure: procedures, meter: meters } as const;

/** PostgreSQL takes 65,535 parameters in one statement. */
const ROWS_AT_ONCE = 1000;

/** Makes the rows of an entry. @throws what the database throws when a row contradicts one that is there. */
export async function applyEntry(database: Database, entry: Entry): Promise<void> {
  switch (entry.kind) {
    case 'site-put': {
      const { site } = entry;
      await database
        .insert(sites)
        .values({ id: site.id, document: site })
        .onConflictDoUpdate({ target: sites.id, set: { document: site } });
      return;
    }
    case 'unit-put': {
      const row = { site: entry.unit.site, document: entry.unit };
      await database
        .insert(units)
        .values({ id: entry.unit.id, ...row })
        .onConflictDoUpdate({ target: units.id, set: row });
      return;
    }
    case 'document-stored': {
      const { document, version, storedAt } = entry;
      const row = { id: document.id, version, hash: contentHash(document), document: document as never, storedAt };
      await database.insert(DOCUMENT_TABLES[entry.of]).values(row);
      return;
    }
    case 'visit-started': {
      const { id, pinned, createdAt } = entry;
      await database.insert(visits).values({ id, unit: pinned.unit.id, hash: contentHash(pinned), pinned, createdAt });
      return;
    }
    case 'events-stored':
      for (let from = 0; from < entry.events.length; from += ROWS_AT_ONCE) {
        const rows = entry.events.slice(from, from + ROWS_AT_ONCE).map(eventRow);
        await database.insert(visitEvents).values(rows);
      }
  }
}

function eventRow({ seq, ...document }: VisitEvent): typeof visitEvents.$inferInsert {
  const { id, visit, device, deviceSeq } = document;
  if (seq === undefined) throw new Error(`Event ${id} was given no order.`);
  return { seq, id, visit, device, deviceSeq, hash: contentHash(document), document };
}
