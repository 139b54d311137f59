import { setImmediate as turn } from 'node:timers/promises';
import { and, asc, eq, gt, lte, max, sql } from 'drizzle-orm';
import type { SiteFile, SpareFile } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { eras, sites, spareEntries, units, visitEvents, visits } from '../database/schema';
import type { PhotoStore } from '../photos/photo-store';
import { photoFile, SITES, SPARES, type ArchiveManifest } from './archive-manifest';
import { packedAside, type Picture, type Piece, type UnsummedManifest } from './archive-packing';
import { DOCUMENT_TABLES, type Era, type StoredDocument } from './entry';

/**
 * A moment of the store. Logs are taken up to its last event; what else was put on file while the archive was written may
 * be in it as well, and is put there once more by the journal, which changes nothing.
 */
export interface Moment {
  readonly journalSeq: number;
  readonly lastEvent: number;
}

/** Call it while nothing is written. */
export async function momentOf(database: Database, journalSeq: number): Promise<Moment> {
  const [last] = await database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
  return { journalSeq, lastEvent: last?.seq ?? 0 };
}

/** Rows asked for at a time: requests are answered between two of these. */
const PAGE = 500;

/** Waits for a moment in which a short part of long work holds up nobody who stores. */
export type Gap = () => Promise<void>;

interface Contents {
  readonly sites: SiteFile;
  /** Missing where there are none. */
  readonly spares?: SpareFile;
  readonly documents: readonly (ArchiveManifest['documents'][number] & { readonly id: string })[];
  readonly eras: readonly Era[];
}

/** An archive as it is made: how many files it will have, and its bytes. */
export interface Archive {
  readonly files: number;
  readonly stream: NodeJS.ReadableStream;
}

/**
 * A zip file of the documents and visits in the product's own open formats, as a stream; some events at a time are held
 * in memory, and it is packed beside all requests. Its manifest comes last and lists the SHA-256 of every file. Pictures
 * are in it where they are handed over: a dump lies beside them already.
 */
export async function archiveOf(
  database: Database,
  moment: Moment,
  createdAt: Date,
  gap: Gap = turn,
  photos?: Pick<PhotoStore, 'all' | 'read'>,
): Promise<Archive> {
  const contents = await contentsOf(database, gap);
  const { documents, eras: kept } = contents;
  const manifest: UnsummedManifest = {
    format: 'juxtameter/archive',
    version: 1,
    createdAt: createdAt.toISOString(),
    journalSeq: moment.journalSeq,
    documents: documents.map(({ of, version, storedAt, file }) => ({ of, version, storedAt, file })),
    eras: kept,
  };
  const [visitsNow] = await database.select({ count: sql<number>`count(*)::integer` }).from(visits);
  const pictures = (await photos?.all()) ?? [];
  // Sites and the manifest besides.
  const files = documents.length + (visitsNow?.count ?? 0) + pictures.length + (contents.spares ? 3 : 2);
  async function* all(): AsyncGenerator<Piece | Picture> {
    yield* piecesOf(database, contents, moment, gap);
    if (photos) yield* picturesOf(photos, pictures, gap);
  }
  return { files, stream: packedAside(all(), manifest) };
}

/** One that turns out damaged is left out, and asked for again of whoever took it. */
async function* picturesOf(
  photos: Pick<PhotoStore, 'read'>,
  hashes: readonly string[],
  gap: Gap,
): AsyncGenerator<Picture> {
  for (const hash of hashes) {
    const bytes = await photos.read(hash);
    if (bytes) yield { file: photoFile(hash), bytes };
    await gap();
  }
}

/** Every file but manifest and pictures, piece by piece. */
async function* piecesOf(database: Database, contents: Contents, moment: Moment, gap: Gap): AsyncGenerator<Piece> {
  yield whole(SITES, contents.sites);
  if (contents.spares) yield whole(SPARES, contents.spares);
  for (const { file, of, id, version } of contents.documents)
    yield whole(file, await documentOf(database, of, id, version));
  yield* visitPieces(database, moment.lastEvent, gap);
}

function whole(file: string, document: unknown): Piece {
  return { file, text: `${JSON.stringify(document, null, 1)}\n`, isLast: true };
}

/** What there is, asked for in pages. */
async function contentsOf(database: Database, gap: Gap): Promise<Contents> {
  const kinds = Object.keys(DOCUMENT_TABLES) as StoredDocument['of'][];
  const documents: Contents['documents'][number][] = [];
  for (const of of kinds) {
    const { id, version, storedAt } = DOCUMENT_TABLES[of];
    const rows = await database.select({ id, version, storedAt }).from(DOCUMENT_TABLES[of]).orderBy(id, version);
    for (const row of rows)
      documents.push({ of, ...row, storedAt: new Date(row.storedAt).toISOString(), file: documentFile(of, row) });
    await gap();
  }
  const siteRows = await paged(
    (after) => database.select().from(sites).where(gt(sites.id, after)).orderBy(sites.id).limit(PAGE),
    ({ id }) => id,
    '',
    gap,
  );
  const unitRows = await paged(
    (after) => database.select().from(units).where(gt(units.id, after)).orderBy(units.id).limit(PAGE),
    ({ id }) => id,
    '',
    gap,
  );
  const spareRows = await paged(
    (after) =>
      database.select().from(spareEntries).where(gt(spareEntries.id, after)).orderBy(spareEntries.id).limit(PAGE),
    ({ id }) => id,
    BEFORE_ALL,
    gap,
  );
  return {
    ...(spareRows.length === 0
      ? {}
      : { spares: { format: 'juxtameter/spares', version: 1, entries: spareRows.map((row) => row.document) } }),
    sites: {
      format: 'juxtameter/sites',
      version: 1,
      sites: siteRows.map((row) => row.document),
      units: unitRows.map((row) => row.document),
    },
    documents,
    eras: await database.select().from(eras).orderBy(eras.place),
  };
}

async function paged<Row>(
  page: (after: string) => Promise<readonly Row[]>,
  keyOf: (row: Row) => string,
  before: string,
  gap: Gap,
): Promise<readonly Row[]> {
  const all: Row[] = [];
  for (let after = before; ;) {
    const rows = await page(after);
    all.push(...rows);
    const last = rows.at(-1);
    if (!last || rows.length < PAGE) return all;
    after = keyOf(last);
    await gap();
  }
}

function documentFile(
  of: StoredDocument['of'],
  { id, version }: { readonly id: string; readonly version: number },
): string {
  return `${of}s/${encodeURIComponent(id)}.v${version}.json`;
}

async function documentOf(database: Database, of: StoredDocument['of'], id: string, version: number): Promise<unknown> {
  const table = DOCUMENT_TABLES[of];
  const [row] = await database
    .select({ document: table.document })
    .from(table)
    .where(and(eq(table.id, id), eq(table.version, version)));
  if (!row) throw new Error(`${of} ${id} version ${version} is gone.`);
  return row.document;
}

/** Visits whose heads are asked for at a time: each is some fifty kilobytes. */
const HEADS = 8;

/** Entries asked for at a time: five milliseconds of the database. */
const ENTRIES = 300;

/**
 * The files of visits, piece by piece: a log of any length is never held whole, and the texts of the rows are not taken
 * apart. Many visits are asked for at a time, since a question costs more than its answer.
 */
async function* visitPieces(database: Database, lastEvent: number, gap: Gap): AsyncGenerator<Piece> {
  for (let after = BEFORE_ALL; ;) {
    const some = await database
      .select({ id: visits.id, createdAt: visits.createdAt, pinned: sql<string>`${visits.pinned}::text` })
      .from(visits)
      .where(gt(visits.id, after))
      .orderBy(visits.id)
      .limit(HEADS);
    await gap();
    const [first, last] = [some[0], some.at(-1)];
    if (!first || !last) return;
    const log = new Rows(logsOf(database, first.id, last.id, lastEvent, gap));
    for (const { id, createdAt, pinned } of some) {
      const begun = new Date(createdAt).toISOString();
      yield* pieceByPiece({ file: `visits/${id}.json`, begun }, headOf(id, pinned), log.of(id));
    }
    after = last.id;
    await gap();
  }
}

const BEFORE_ALL = '00000000-0000-0000-0000-000000000000';

function headOf(id: string, pinned: string): string {
  return `{"format":"juxtameter/visit","version":1,"id":"${id}",\n"pinned":${pinned},\n"events":[`;
}

async function* pieceByPiece(
  { file, begun }: { readonly file: string; readonly begun: string },
  head: string,
  rows: AsyncIterable<readonly LogRow[]>,
): AsyncGenerator<Piece> {
  let text = head;
  let isFirst = true;
  for await (const page of rows) {
    if (!isFirst) yield { file, text, isLast: false };
    const lines = page.map(({ seq, document }) => `${document.trimEnd().slice(0, -1)},"seq":${seq}}`).join(',\n');
    text = isFirst ? `${text}\n${lines}` : `,\n${lines}`;
    isFirst = false;
  }
  yield { file, text: `${text}\n]}\n`, isLast: true, begun };
}

interface LogRow {
  readonly visit: string;
  readonly seq: number;
  readonly document: string;
}

/** The logs of visits that follow each other by their ids, one behind the other, in pages. */
async function* logsOf(
  database: Database,
  first: string,
  last: string,
  lastEvent: number,
  gap: Gap,
): AsyncGenerator<readonly LogRow[]> {
  const { visit, seq, document } = visitEvents;
  for (let after = { visit: first, seq: 0 }; ;) {
    const rows = await database
      .select({ visit, seq, document: sql<string>`${document}::text` })
      .from(visitEvents)
      .where(
        and(
          sql`(${visit}, ${seq}) > (${after.visit}::uuid, ${after.seq}::bigint)`,
          lte(visit, last),
          lte(seq, lastEvent),
        ),
      )
      .orderBy(asc(visit), asc(seq))
      .limit(ENTRIES);
    if (rows.length > 0) yield rows;
    const end = rows.at(-1);
    if (!end || rows.length < ENTRIES) return;
    after = end;
    await gap();
  }
}

/** Hands the rows of one visit after the other out of pages that hold many. */
class Rows {
  private page: readonly LogRow[] = [];

  constructor(private readonly pages: AsyncGenerator<readonly LogRow[]>) {}

  /** Those of a visit; of visits before it, begun since the list was made, none are kept. Ask in the order of the ids. */
  async *of(visit: string): AsyncGenerator<readonly LogRow[]> {
    for (;;) {
      const end = this.page.findIndex((row) => row.visit > visit);
      const own = (end < 0 ? this.page : this.page.slice(0, end)).filter((row) => row.visit === visit);
      if (own.length > 0) yield own;
      if (end >= 0) {
        this.page = this.page.slice(end);
        return;
      }
      const next = await this.pages.next();
      this.page = next.done ? [] : next.value;
      if (next.done) return;
    }
  }
}
