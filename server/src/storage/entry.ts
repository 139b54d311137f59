import { sql, type SQL } from 'drizzle-orm';
import type { MeterDocument, ProcedureDocument, SpareEntry, UnitModelDocument, VisitEvent } from '@juxtameter/core';
import type { PinnedDocuments, Site, Unit } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import {
  eras,
  meters,
  procedures,
  sites,
  spareEntries,
  storageState,
  unitModels,
  units,
  untoldVisits,
  visitEvents,
  visits,
  visitSummaries,
} from '../database/schema';
import { contentHash, documentHash } from './content-hash';

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
  | ({ readonly kind: 'era-begun' } & Era)
  | { readonly kind: 'spares-noted'; readonly entries: readonly SpareEntry[] }
  | { readonly kind: 'events-stored'; readonly events: readonly VisitEvent[] };

/** A stretch in which orders were given: its place among others, and the last order before it. */
export interface Era {
  readonly place: number;
  readonly id: string;
  readonly after: number;
}

/** One version of a document of the library. */
export type StoredDocument = { readonly version: number; readonly storedAt: string } & (
  | { readonly of: 'unit-model'; readonly document: UnitModelDocument }
  | { readonly of: 'procedure'; readonly document: ProcedureDocument }
  | { readonly of: 'meter'; readonly document: MeterDocument }
);

/** Row of `storage_state`; there is only one. */
export const STATE_ROW = 1;

export const DOCUMENT_TABLES = { 'unit-model': unitModels, procedure: procedures, meter: meters } as const;

/**
 * Makes the rows of entries, in order; with a journal also notes the record the database has followed it to. What a dump
 * written meanwhile has already (a site, a version of a document, the beginning of a visit) stays as it is.
 * @throws what the database throws when a row contradicts one that is there.
 */
export async function applyEntries(database: Database, entries: readonly Entry[], appliedSeq?: number): Promise<void> {
  for (const entry of entries) if (entry.kind !== 'events-stored') await applyEntry(database, entry);
  const events = entries.flatMap((entry) => (entry.kind === 'events-stored' ? entry.events : []));
  if (events.length > 0) await insertEvents(database, events, appliedSeq);
  else if (appliedSeq !== undefined) await database.execute(applied(appliedSeq));
}

/** Rows in one statement. */
const MOST_ROWS = 1000;

async function applyEntry(database: Database, entry: Exclude<Entry, { kind: 'events-stored' }>): Promise<void> {
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
      const row = { id: document.id, version, hash: documentHash(document), document: document as never, storedAt };
      await database.insert(DOCUMENT_TABLES[entry.of]).values(row).onConflictDoNothing();
      return;
    }
    case 'era-begun': {
      const { place, id, after } = entry;
      await database.insert(eras).values({ place, id, after }).onConflictDoNothing();
      return;
    }
    case 'spares-noted': {
      const rows = entry.entries.map((each) => ({ id: each.id, document: each }));
      for (let from = 0; from < rows.length; from += MOST_ROWS)
        await database
          .insert(spareEntries)
          .values(rows.slice(from, from + MOST_ROWS))
          .onConflictDoNothing();
      return;
    }
    case 'visit-started': {
      const { id, pinned, createdAt } = entry;
      const row = { id, unit: pinned.unit.id, hash: contentHash(pinned), pinned, createdAt };
      await database.insert(visits).values(row).onConflictDoNothing();
      await database
        .insert(visitSummaries)
        .values({
          visit: id,
          unit: row.unit,
          site: pinned.site.id,
          version: '',
          isOpen: true,
          lastAt: '',
          words: '',
        })
        .onConflictDoNothing();
      await database.insert(untoldVisits).values({ visit: id, seq: 0 }).onConflictDoNothing();
    }
  }
}

/**
 * One statement for any number of events: with the embedded database every statement costs more than its rows do. A
 * single one goes through a function whose plans the database keeps; more travel as one JSON text, of which a `json`
 * column takes its part as it is written, the order of keys included.
 */
async function insertEvents(database: Database, events: readonly VisitEvent[], appliedSeq?: number): Promise<void> {
  const rows = events.map(eventRow);
  const [only] = rows;
  if (only && rows.length === 1) return insertEvent(database, only, appliedSeq);
  const insertion = sql`insert into ${visitEvents} (seq, id, visit, device, device_seq, hash, document)
    select seq, id, visit, device, device_seq, hash, document
    from json_to_recordset(${JSON.stringify(rows)}::json) as row (
      seq bigint, id uuid, visit uuid, device uuid, device_seq integer, hash text, document json)`;
  const untold = sql`insert into ${untoldVisits} (visit, seq) select visit, max(seq) from stored group by visit order by visit
    on conflict (visit) do update set seq = excluded.seq`;
  await database.execute(
    appliedSeq === undefined
      ? sql`with stored as (${insertion} returning visit, seq) ${untold}`
      : sql`with stored as (${insertion} returning visit, seq), untold as (${untold}) ${applied(appliedSeq)}`,
  );
}

async function insertEvent(database: Database, row: EventRow, appliedSeq: number | undefined): Promise<void> {
  const { seq, id, visit, device, device_seq, hash, document } = row;
  await database.execute(
    sql`select append_event(${seq}, ${id}, ${visit}, ${device}, ${device_seq}, ${hash}, ${JSON.stringify(document)}, ${appliedSeq ?? null})`,
  );
}

function applied(appliedSeq: number): SQL {
  return sql`update ${storageState} set applied_seq = ${appliedSeq} where id = ${STATE_ROW}`;
}

interface EventRow {
  readonly seq: number;
  readonly id: string;
  readonly visit: string;
  readonly device: string;
  readonly device_seq: number;
  readonly hash: string;
  readonly document: Omit<VisitEvent, 'seq'>;
}

function eventRow({ seq, ...document }: VisitEvent): EventRow {
  const { id, visit, device, deviceSeq } = document;
  if (seq === undefined) throw new Error(`Event ${id} was given no order.`);
  return { seq, id, visit, device, device_seq: deviceSeq, hash: contentHash(document), document };
}
