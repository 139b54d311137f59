import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  customType,
  index,
  integer,
  json,
  pgSequence,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type {
  MeterDocument,
  PastVisit,
  ProcedureDocument,
  SpareEntry,
  UnitModelDocument,
  VisitEvent,
} from '@juxtameter/core';
import type { PinnedDocuments, Site, Unit, VisitSummary } from '@juxtameter/contract';

export const sites = pgTable('sites', {
  id: text().primaryKey(),
  document: json().$type<Site>().notNull(),
});

export const units = pgTable('units', {
  id: text().primaryKey(),
  site: text()
    .notNull()
    .references(() => sites.id),
  document: json().$type<Unit>().notNull(),
});

/**
 * Documents are kept in every version; the content hash tells whether one changed.
 *
 * `json`, not `jsonb`: the order of keys carries meaning (the first answer, the first method, L before N), and `jsonb`
 * sorts them.
 */
function versioned<Document>() {
  return {
    id: text().notNull(),
    version: integer().notNull(),
    hash: text().notNull(),
    document: json().$type<Document>().notNull(),
    storedAt: timestamp({ withTimezone: true, mode: 'string' }).notNull(),
  };
}

export const unitModels = pgTable('unit_models', versioned<UnitModelDocument>(), (table) => [
  primaryKey({ columns: [table.id, table.version] }),
]);
export const procedures = pgTable('procedures', versioned<ProcedureDocument>(), (table) => [
  primaryKey({ columns: [table.id, table.version] }),
]);
export const meters = pgTable('meters', versioned<MeterDocument>(), (table) => [
  primaryKey({ columns: [table.id, table.version] }),
]);

/** Ordered by its characters, whatever the language of the database. */
const plainText = customType<{ data: string }>({ dataType: () => 'text COLLATE "C"' });

/** A visit carries its unit with it, so it does not depend on one being on file. */
export const visits = pgTable('visits', {
  id: uuid().primaryKey(),
  unit: text().notNull(),
  hash: text().notNull(),
  pinned: json().$type<PinnedDocuments>().notNull(),
  createdAt: timestamp({ withTimezone: true, mode: 'string' }).notNull(),
});

/** The append-only log of all visits; nothing here is ever updated or deleted. Within a visit `seq` grows as it is stored. */
export const visitEvents = pgTable(
  'visit_events',
  {
    seq: bigint({ mode: 'number' }).primaryKey(),
    id: uuid().notNull().unique(),
    visit: uuid()
      .notNull()
      .references(() => visits.id),
    device: uuid().notNull(),
    deviceSeq: integer().notNull(),
    hash: text().notNull(),
    document: json().$type<VisitEvent>().notNull(),
  },
  (table) => [unique().on(table.visit, table.device, table.deviceSeq), index().on(table.visit, table.seq)],
);

const bytea = customType<{ data: Buffer; driverData: Uint8Array }>({
  dataType: () => 'bytea',
  fromDriver: (bytes) => Buffer.from(bytes),
});

/**
 * Pictures by the SHA-256 of what is in them, where several servers share this database. With the embedded one they are
 * files beside it, and this is empty.
 */
export const photos = pgTable('photos', { hash: text().primaryKey(), bytes: bytea().notNull() });

/** Gives the orders of events where several servers share one database; with the embedded one the only writer counts. */
export const eventOrders = pgSequence('event_orders');

/** One row: which journal this database belongs to, and how far it has followed it. */
export const storageState = pgTable('storage_state', {
  id: integer().primaryKey(),
  lineage: uuid().notNull(),
  appliedSeq: bigint({ mode: 'number' }).notNull(),
});

/** What lists tell of each visit, folded from its log; it follows from the rest and can be made anew at any time. */
export const visitSummaries = pgTable(
  'visit_summaries',
  {
    visit: uuid()
      .primaryKey()
      .references(() => visits.id),
    unit: text().notNull(),
    site: text().notNull(),
    /** Of what is told; another one than the present has to be told anew. */
    version: text().notNull(),
    /** What lists are ordered by and searched in; it follows from the summary. */
    isOpen: boolean().notNull(),
    lastAt: plainText().notNull(),
    words: text().notNull(),
    /** It left a temporary repair running, or put an end to one. */
    tellsTemporary: boolean().notNull().default(false),
    summary: json().$type<VisitSummary>(),
    past: json().$type<PastVisit>(),
  },
  (table) => [
    index().on(table.unit),
    index().on(table.site),
    index().on(table.isOpen, table.lastAt, table.visit),
    index().on(table.version),
    index()
      .on(table.tellsTemporary)
      .where(sql`tells_temporary`),
  ],
);

/**
 * Visits whose summary does not tell all of their log, each with the last order stored in it since; 0 where nothing was.
 * A row goes when that very order has been told.
 */
export const untoldVisits = pgTable('untold_visits', {
  visit: uuid()
    .primaryKey()
    .references(() => visits.id),
  seq: bigint({ mode: 'number' }).notNull(),
});

/**
 * Stretches in which orders were given, one for every start. A store that was put back to an older copy goes on in an era
 * of its own: whoever remembers an order of an era it does not have, or beyond the end it knows of one, has more than it.
 */
export const eras = pgTable('eras', {
  place: integer().primaryKey(),
  id: uuid().notNull().unique(),
  /** The last order before it. */
  after: bigint({ mode: 'number' }).notNull(),
});

/** The log of the spares in vans and stores: nothing here is ever updated or deleted, and no order is needed. */
export const spareEntries = pgTable('spare_entries', {
  id: uuid().primaryKey(),
  document: json().$type<SpareEntry>().notNull(),
});
