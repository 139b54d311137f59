import { setImmediate as turn } from 'node:timers/promises';
import { and, asc, eq, gt, lte, max, sql } from 'drizzle-orm';
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

/** Rows of a list asked for at a time: requests are answered between two of these. */
const PAGE = 100;

/** Waits for a moment in which a short part of long work holds up nobody who stores. */
export type Gap = () => Promise<void>;

interface Contents {
  readonly documents: readonly (ArchiveManifest['documents'][number] & { readonly id: string })[];
  readonly eras: readonly Era[];
  readonly visits: number;
  readonly hasSpares: boolean;
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
  const pictures = (await photos?.all()) ?? [];
  // Sites and the manifest besides.
  const files = documents.length + contents.visits + pictures.length + (contents.hasSpares ? 3 : 2);
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
  yield* listPieces(SITES, 'juxtameter/sites', [
    { name: 'sites', pages: documentPages(database, sites, '', gap) },
    { name: 'units', pages: documentPages(database, units, '', gap) },
  ]);
  if (contents.hasSpares)
    yield* listPieces(SPARES, 'juxtameter/spares', [
      { name: 'entries', pages: documentPages(database, spareEntries, BEFORE_ALL, gap) },
    ]);
  for (const { file, of, id, version } of contents.documents)
    yield whole(file, await documentOf(database, of, id, version));
  yield* visitPieces(database, moment.lastEvent, gap);
}

function whole(file: string, document: unknown): Piece {
  return { file, text: `${JSON.stringify(document, null, 1)}\n`, isLast: true };
}

interface List {
  readonly name: string;
  readonly pages: AsyncIterable<readonly string[]>;
}

/** A file of lists that may be long: never held whole, nor written at one go while requests wait. */
async function* listPieces(file: string, format: string, lists: readonly List[]): AsyncGenerator<Piece> {
  yield { file, text: `{"format":"${format}","version":1`, isLast: false };
  for (const { name, pages } of lists) {
    let before = `,\n"${name}":[\n`;
    for await (const page of pages) {
      if (page.length === 0) continue;
      yield { file, text: `${before}${page.join(',\n')}`, isLast: false };
      before = ',\n';
    }
    yield { file, text: before.endsWith('[\n') ? `${before}]` : '\n]', isLast: false };
  }
  yield { file, text: '}\n', isLast: true };
}

/** The texts of the documents of a table, in pages by their ids. */
async function* documentPages(
  database: Database,
  table: typeof sites | typeof units | typeof spareEntries,
  before: string,
  gap: Gap,
): AsyncGenerator<readonly string[]> {
  for (let after = before; ;) {
    const rows = await database
      .select({ id: table.id, text: sql<string>`${table.document}::text` })
      .from(table)
      .where(gt(table.id, after))
      .orderBy(table.id)
      .limit(PAGE);
    yield rows.map(({ text }) => text);
    const last = rows.at(-1);
    if (!last || rows.length < PAGE) return;
    after = last.id;
    await gap();
  }
}

/** What there is, without what it says. */
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
  const [visitsNow] = await database.select({ count: sql<number>`count(*)::integer` }).from(visits);
  const someSpare = await database.select({ id: spareEntries.id }).from(spareEntries).limit(1);
  return {
    documents,
    eras: await database.select().from(eras).orderBy(eras.place),
    visits: visitsNow?.count ?? 0,
    hasSpares: someSpare.length > 0,
  };
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
const ENTRIES = 500;

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
    const log = new Logs(logsOf(database, first.id, last.id, lastEvent, gap));
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
  parts: AsyncIterable<LogPart>,
): AsyncGenerator<Piece> {
  let text = head;
  let isFirst = true;
  for await (const part of parts) {
    if (!isFirst) yield { file, text, isLast: false };
    text = `${isFirst ? `${text}\n` : ',\n'}${linesOf(part)}`;
    isFirst = false;
  }
  yield { file, text: `${text}\n]}\n`, isLast: true, begun };
}

/** Events of one visit in a row. */
interface LogPart {
  readonly visit: string;
  /** The events' orders, with a space between. */
  readonly orders: string;
  /** The events as they were stored, with `BETWEEN` between. */
  readonly documents: string;
}

/** A character (U+001E) that no JSON has as it is: within a text it is escaped, and it is no blank. */
const BETWEEN = 30;

function linesOf({ orders, documents }: LogPart): string {
  const seqs = orders.split(' ');
  return documents
    .split(String.fromCharCode(BETWEEN))
    .map((document, place) => `${document.trimEnd().slice(0, -1)},"seq":${seqs[place]}}`)
    .join(',\n');
}

/**
 * The logs of visits that follow each other by their ids, one behind the other, in pages. A page has one row for each
 * visit: a row costs more than the event it would hold.
 */
async function* logsOf(
  database: Database,
  first: string,
  last: string,
  lastEvent: number,
  gap: Gap,
): AsyncGenerator<readonly LogPart[]> {
  const { visit, seq, document } = visitEvents;
  for (let after = { visit: first, seq: '0' }; ;) {
    const page = database
      .select({ visit, seq, document })
      .from(visitEvents)
      .where(
        and(
          sql`(${visit}, ${seq}) > (${after.visit}::uuid, ${after.seq}::bigint)`,
          lte(visit, last),
          lte(seq, lastEvent),
        ),
      )
      .orderBy(asc(visit), asc(seq))
      .limit(ENTRIES)
      .as('page');
    const parts = await database
      .select({
        visit: page.visit,
        count: sql<number>`count(*)::integer`,
        orders: sql<string>`string_agg(${page.seq}::text, ' ' order by ${page.seq})`,
        documents: sql<string>`string_agg(${page.document}::text, chr(${BETWEEN}::integer) order by ${page.seq})`,
      })
      .from(page)
      .groupBy(page.visit)
      .orderBy(page.visit);
    if (parts.length > 0) yield parts;
    const end = parts.at(-1);
    if (!end || parts.reduce((sum, { count }) => sum + count, 0) < ENTRIES) return;
    after = { visit: end.visit, seq: end.orders.slice(end.orders.lastIndexOf(' ') + 1) };
    await gap();
  }
}

/** Hands the log of one visit after the other out of pages that hold many. */
class Logs {
  private page: readonly LogPart[] = [];

  constructor(private readonly pages: AsyncGenerator<readonly LogPart[]>) {}

  /** Of a visit; of visits before it, begun since the list was made, none is kept. Ask in the order of the ids. */
  async *of(visit: string): AsyncGenerator<LogPart> {
    for (;;) {
      yield* this.page.filter((part) => part.visit === visit);
      const later = this.page.filter((part) => part.visit > visit);
      if (later.length > 0) {
        this.page = later;
        return;
      }
      const next = await this.pages.next();
      this.page = next.done ? [] : next.value;
      if (next.done) return;
    }
  }
}
