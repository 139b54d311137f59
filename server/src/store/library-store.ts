import { desc, eq, sql } from 'drizzle-orm';
import type { MeterDocument, ProcedureDocument, UnitModelDocument } from '@juxtameter/core';
import {
  freePinned,
  isFreeUnit,
  isGeneral,
  isPinnedWith,
  type Library,
  type PinnedDocuments,
  type Site,
  type Unit,
} from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { meters, procedures, sites, unitModels, units } from '../database/schema';
import { notFound } from '../request-problem';
import { documentHash } from '../storage/content-hash';
import { DOCUMENT_TABLES, type Entry, type StoredDocument } from '../storage/entry';
import type { Storage } from '../storage/storage';
import type { Plan } from '../storage/writer';

type VersionedTable = typeof unitModels | typeof procedures | typeof meters;

/** A document of the library and which kind it is. */
export type LibraryDocument = Pick<StoredDocument, 'of' | 'document'>;

export interface Stored {
  readonly version: number;
  readonly hash: string;
  /** False when the same content was stored already. */
  readonly isNew: boolean;
}

/** Sites, units and the documents visits are started with. */
export class LibraryStore {
  constructor(private readonly storage: Storage) {}

  private get database(): Database {
    return this.storage.database;
  }

  async library(): Promise<Library> {
    const [siteRows, unitRows, modelRows, procedureRows, meterRows] = await Promise.all([
      this.database.select().from(sites).orderBy(sites.id),
      this.database.select().from(units).orderBy(units.id),
      latest(this.database, unitModels),
      latest(this.database, procedures),
      latest(this.database, meters),
    ]);
    return {
      sites: siteRows.map((row) => row.document),
      units: unitRows.map((row) => row.document),
      unitModels: modelRows.map(({ id, hash, document }) => ({ id, hash, name: document.name })),
      procedures: procedureRows.map(({ id, hash, document }) => ({
        id,
        hash,
        title: document.title,
        unitModel: document.unitModel,
        complaints: (document.entries ?? []).flatMap((entry) =>
          entry.complaint === undefined ? [] : [entry.complaint],
        ),
      })),
      meters: meterRows.map(({ id, hash, document }) => ({
        id,
        hash,
        name: document.name,
        category: document.category,
      })),
    };
  }

  putSite(site: Site): Promise<void> {
    return this.storage.writer.write(() =>
      Promise.resolve({ entries: [{ kind: 'site-put', site }], answer: undefined }),
    );
  }

  /** @throws RequestProblem when the site or unit model is not there. */
  putUnit(unit: Unit): Promise<void> {
    return this.storage.writer.write(async (database) => {
      const [site] = await database.select({ id: sites.id }).from(sites).where(eq(sites.id, unit.site));
      if (!site) throw notFound(`site "${unit.site}"`);
      if (!isFreeUnit(unit)) await newest(database, unitModels, unit.unitModel, 'unit model');
      return { entries: [{ kind: 'unit-put', unit }], answer: undefined };
    });
  }

  /** Stores a document as a new version, unless its content is that of the newest one. */
  put(document: LibraryDocument): Promise<Stored> {
    return this.storage.writer.write((database) => this.planPut(database, document));
  }

  /** What storing a document comes to. */
  async planPut(database: Database, given: LibraryDocument): Promise<Plan<Stored>> {
    const hash = documentHash(given.document);
    const last = await lastVersion(database, given);
    // The documents are compared, not their hashes: older versions of the product hashed in another way.
    if (last && documentHash(last.document) === hash)
      return { entries: [], answer: { version: last.version, hash: last.hash, isNew: false } };
    const version = (last?.version ?? 0) + 1;
    const stored = { ...given, version, storedAt: new Date().toISOString() } as StoredDocument;
    const entry: Entry = { kind: 'document-stored', ...stored };
    return { entries: [entry], answer: { version, hash, isNew: true } };
  }

  async unitModel(id: string): Promise<UnitModelDocument> {
    return (await newest(this.database, unitModels, id, 'unit model')).document;
  }

  /** Undefined when there is none. */
  async newestUnitModel(database: Database, id: string): Promise<UnitModelDocument | undefined> {
    const [row] = await database
      .select({ document: unitModels.document })
      .from(unitModels)
      .where(eq(unitModels.id, id))
      .orderBy(desc(unitModels.version))
      .limit(1);
    return row?.document;
  }

  async procedure(id: string): Promise<ProcedureDocument> {
    return (await newest(this.database, procedures, id, 'procedure')).document;
  }

  async meter(id: string): Promise<MeterDocument> {
    return (await newest(this.database, meters, id, 'meter')).document;
  }

  /** Procedures that any chart may call. */
  async generals(database: Database = this.database): Promise<readonly ProcedureDocument[]> {
    return (await latest(database, procedures)).map((row) => row.document).filter(isGeneral);
  }

  /** Everything a visit to this unit is pinned to, in its newest version. */
  async pinnedFor(database: Database, unitId: string): Promise<PinnedDocuments> {
    const [unitRow] = await database.select().from(units).where(eq(units.id, unitId));
    if (!unitRow) throw notFound(`unit "${unitId}"`);
    const unit = unitRow.document;
    const [siteRow] = await database.select().from(sites).where(eq(sites.id, unit.site));
    if (!siteRow) throw notFound(`site "${unit.site}"`);
    const meterRows = await latest(database, meters);
    if (isFreeUnit(unit))
      return freePinned(
        unit,
        siteRow.document,
        meterRows.map((row) => row.document),
      );
    const model = await newest(database, unitModels, unit.unitModel, 'unit model');
    const procedureRows = await latest(database, procedures);
    return {
      unit,
      site: siteRow.document,
      unitModel: model.document,
      procedures: procedureRows.map((row) => row.document).filter((document) => isPinnedWith(document, unit.unitModel)),
      meters: meterRows.map((row) => row.document),
    };
  }
}

function latest<Table extends VersionedTable>(database: Database, table: Table): Promise<Table['$inferSelect'][]> {
  const newestOfAll = sql`(${table.id}, ${table.version}) in (select id, max(version) from ${table} group by id)`;
  return database
    .select()
    .from(table as VersionedTable)
    .where(newestOfAll)
    .orderBy(table.id) as unknown as Promise<Table['$inferSelect'][]>;
}

async function newest<Table extends VersionedTable>(
  database: Database,
  table: Table,
  id: string,
  what: string,
): Promise<Table['$inferSelect']> {
  const [row] = await database
    .select()
    .from(table as VersionedTable)
    .where(eq(table.id, id))
    .orderBy(desc(table.version))
    .limit(1);
  if (!row) throw notFound(`${what} "${id}"`);
  return row;
}

async function lastVersion(
  database: Database,
  { of, document }: LibraryDocument,
): Promise<{ readonly version: number; readonly hash: string; readonly document: unknown } | undefined> {
  const table = DOCUMENT_TABLES[of];
  const [last] = await database
    .select({ version: table.version, hash: table.hash, document: table.document })
    .from(table)
    .where(eq(table.id, document.id))
    .orderBy(desc(table.version))
    .limit(1);
  return last;
}
