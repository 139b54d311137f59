import { and, desc, eq, sql } from 'drizzle-orm';
import type { MeterDocument, ProcedureDocument, UnitModelDocument } from '@juxtameter/core';
import type { Library, PinnedDocuments, Site, Unit } from '@juxtameter/contract';
import { contentHash } from '../content-hash';
import type { Database } from '../database/open-database';
import { meters, procedures, sites, unitModels, units } from '../database/schema';
import { notFound } from '../http/problem';

type VersionedTable = typeof unitModels | typeof procedures | typeof meters;

export interface Stored {
  readonly version: number;
  readonly hash: string;
  /** False when the same content was stored already. */
  readonly isNew: boolean;
}

/** Sites, units and the documents visits are started with. */
export class LibraryStore {
  constructor(private readonly database: Database) {}

  async library(): Promise<Library> {
    const [siteRows, unitRows, modelRows, procedureRows, meterRows] = await Promise.all([
      this.database.select().from(sites),
      this.database.select().from(units),
      this.latest(unitModels),
      this.latest(procedures),
      this.latest(meters),
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
      meters: meterRows.map(({ id, document }) => ({ id, name: document.name, category: document.category })),
    };
  }

  async putSite(site: Site): Promise<void> {
    await this.database
      .insert(sites)
      .values({ id: site.id, document: site })
      .onConflictDoUpdate({ target: sites.id, set: { document: site } });
  }

  /** @throws RequestProblem when the site or unit model is not there. */
  async putUnit(unit: Unit): Promise<void> {
    const [site] = await this.database.select({ id: sites.id }).from(sites).where(eq(sites.id, unit.site));
    if (!site) throw notFound(`site "${unit.site}"`);
    await this.unitModel(unit.unitModel);
    const row = { site: unit.site, document: unit };
    await this.database
      .insert(units)
      .values({ id: unit.id, ...row })
      .onConflictDoUpdate({ target: units.id, set: row });
  }

  putUnitModel(document: UnitModelDocument): Promise<Stored> {
    return this.put(unitModels, document);
  }

  putProcedure(document: ProcedureDocument): Promise<Stored> {
    return this.put(procedures, document);
  }

  putMeter(document: MeterDocument): Promise<Stored> {
    return this.put(meters, document);
  }

  async unitModel(id: string): Promise<UnitModelDocument> {
    const row = (await this.latest(unitModels)).find((each) => each.id === id);
    if (!row) throw notFound(`unit model "${id}"`);
    return row.document;
  }

  async procedure(id: string): Promise<ProcedureDocument> {
    const row = (await this.latest(procedures)).find((each) => each.id === id);
    if (!row) throw notFound(`procedure "${id}"`);
    return row.document;
  }

  async meter(id: string): Promise<MeterDocument> {
    const row = (await this.latest(meters)).find((each) => each.id === id);
    if (!row) throw notFound(`meter "${id}"`);
    return row.document;
  }

  /** Everything a visit to this unit is pinned to, in its newest version. */
  async pinnedFor(unitId: string): Promise<PinnedDocuments> {
    const [unitRow] = await this.database.select().from(units).where(eq(units.id, unitId));
    if (!unitRow) throw notFound(`unit "${unitId}"`);
    const unit = unitRow.document;
    const [siteRow] = await this.database.select().from(sites).where(eq(sites.id, unit.site));
    if (!siteRow) throw notFound(`site "${unit.site}"`);
    const [model, procedureRows, meterRows] = await Promise.all([
      this.unitModel(unit.unitModel),
      this.latest(procedures),
      this.latest(meters),
    ]);
    return {
      unit,
      site: siteRow.document,
      unitModel: model,
      procedures: procedureRows.map((row) => row.document).filter((document) => document.unitModel === unit.unitModel),
      meters: meterRows.map((row) => row.document),
    };
  }

  /** Stores a document as a new version, unless its content is that of the newest one. */
  private put<Document extends { readonly id: string }>(table: VersionedTable, document: Document): Promise<Stored> {
    const hash = contentHash(document);
    return this.database.transaction(async (transaction) => {
      const [last] = await transaction
        .select({ version: table.version, hash: table.hash })
        .from(table)
        .where(and(eq(table.id, document.id)))
        .orderBy(desc(table.version))
        .limit(1);
      if (last?.hash === hash) return { ...last, isNew: false };
      const version = (last?.version ?? 0) + 1;
      await transaction.insert(table).values({ id: document.id, version, hash, document: document as never });
      return { version, hash, isNew: true };
    });
  }

  private latest<Table extends VersionedTable>(table: Table): Promise<Table['$inferSelect'][]> {
    const newest = sql`(${table.id}, ${table.version}) in (select id, max(version) from ${table} group by id)`;
    return this.database
      .select()
      .from(table as VersionedTable)
      .where(newest)
      .orderBy(table.id) as unknown as Promise<Table['$inferSelect'][]>;
  }
}
