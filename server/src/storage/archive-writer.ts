import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { setImmediate as turn } from 'node:timers/promises';
import { and, asc, eq, gt, lte, max, sql } from 'drizzle-orm';
import yazl from 'yazl';
import type { SiteFile, VisitDocument } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { eras, sites, units, visitEvents, visits } from '../database/schema';
import { MANIFEST, SITES, type ArchiveManifest } from './archive-manifest';
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

interface Contents {
  readonly sites: SiteFile;
  readonly documents: readonly (ArchiveManifest['documents'][number] & { readonly id: string })[];
  readonly visits: readonly (ArchiveManifest['visits'][number] & { readonly id: string })[];
  readonly eras: readonly Era[];
}

/** An archive as it is made: how many files it will have, and its bytes. */
export interface Archive {
  readonly files: number;
  readonly stream: NodeJS.ReadableStream;
}

/**
 * A zip file of the documents and visits in the product's own open formats, as a stream; some events at a time are held
 * in memory. Its manifest comes last and lists the SHA-256 of every file.
 */
export async function archiveOf(database: Database, moment: Moment, createdAt: Date): Promise<Archive> {
  const contents = await contentsOf(database);
  const zip = new yazl.ZipFile();
  zip.on('error', (error: Error) => (zip.outputStream as Readable).destroy(error));
  addAll(zip, database, contents, moment, createdAt);
  // Sites and the manifest besides.
  return { files: contents.documents.length + contents.visits.length + 2, stream: zip.outputStream };
}

function addAll(zip: yazl.ZipFile, database: Database, contents: Contents, moment: Moment, createdAt: Date): void {
  const files: Record<string, string> = {};
  const add = (name: string, pieces: () => AsyncIterable<string>): void => {
    zip.addReadStreamLazy(name, { mtime: createdAt, compress: true }, (give) => {
      give(null, Readable.from(summed(pieces(), (sum) => (files[name] = sum))));
    });
  };
  add(SITES, () => written(() => Promise.resolve(contents.sites)));
  for (const { file, of, id, version } of contents.documents)
    add(file, () => written(() => documentOf(database, of, id, version)));
  for (const { file, id } of contents.visits) add(file, () => visitPieces(database, id, moment.lastEvent));
  add(MANIFEST, () =>
    written(() => {
      const { [MANIFEST]: _itself, ...sums } = files;
      const manifest: ArchiveManifest = {
        format: 'juxtameter/archive',
        version: 1,
        createdAt: createdAt.toISOString(),
        journalSeq: moment.journalSeq,
        files: sums,
        documents: contents.documents.map(({ of, version, storedAt, file }) => ({ of, version, storedAt, file })),
        visits: contents.visits.map(({ file, createdAt: begun }) => ({ file, createdAt: begun })),
        eras: contents.eras,
      };
      return Promise.resolve(manifest);
    }),
  );
  zip.end();
}

/** Hands the pieces on and tells their sum at the end. */
async function* summed(pieces: AsyncIterable<string>, told: (sum: string) => void): AsyncGenerator<Buffer> {
  const hash = createHash('sha256');
  for await (const piece of pieces) {
    const bytes = Buffer.from(piece);
    hash.update(bytes);
    yield bytes;
  }
  told(hash.digest('hex'));
}

async function* written(load: () => Promise<unknown>): AsyncGenerator<string> {
  yield `${JSON.stringify(await load(), null, 1)}\n`;
}

/** What there is, asked for in pages. */
async function contentsOf(database: Database): Promise<Contents> {
  const kinds = Object.keys(DOCUMENT_TABLES) as StoredDocument['of'][];
  const documents: Contents['documents'][number][] = [];
  for (const of of kinds) {
    const { id, version, storedAt } = DOCUMENT_TABLES[of];
    const rows = await database.select({ id, version, storedAt }).from(DOCUMENT_TABLES[of]).orderBy(id, version);
    for (const row of rows)
      documents.push({ of, ...row, storedAt: new Date(row.storedAt).toISOString(), file: documentFile(of, row) });
    await turn();
  }
  const siteRows = await paged(
    (after) => database.select().from(sites).where(gt(sites.id, after)).orderBy(sites.id).limit(PAGE),
    ({ id }) => id,
    '',
  );
  const unitRows = await paged(
    (after) => database.select().from(units).where(gt(units.id, after)).orderBy(units.id).limit(PAGE),
    ({ id }) => id,
    '',
  );
  const visitRows = await paged(
    (after) =>
      database
        .select({ id: visits.id, createdAt: visits.createdAt })
        .from(visits)
        .where(gt(visits.id, after))
        .orderBy(visits.id)
        .limit(PAGE),
    ({ id }) => id,
    '00000000-0000-0000-0000-000000000000',
  );
  return {
    sites: {
      format: 'juxtameter/sites',
      version: 1,
      sites: siteRows.map((row) => row.document),
      units: unitRows.map((row) => row.document),
    },
    documents,
    eras: await database.select().from(eras).orderBy(eras.place),
    visits: visitRows
      .map(({ id, createdAt }) => ({ id, createdAt: new Date(createdAt).toISOString(), file: `visits/${id}.json` }))
      .sort((a, b) => (a.createdAt === b.createdAt ? (a.id < b.id ? -1 : 1) : a.createdAt < b.createdAt ? -1 : 1)),
  };
}

async function paged<Row>(
  page: (after: string) => Promise<readonly Row[]>,
  keyOf: (row: Row) => string,
  before: string,
): Promise<readonly Row[]> {
  const all: Row[] = [];
  for (let after = before; ;) {
    const rows = await page(after);
    all.push(...rows);
    const last = rows.at(-1);
    if (!last || rows.length < PAGE) return all;
    after = keyOf(last);
    await turn();
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

/** A visit's file piece by piece: a log of any length is never held whole, and the texts of the rows are not taken apart. */
async function* visitPieces(database: Database, id: string, lastEvent: number): AsyncGenerator<string> {
  const [row] = await database
    .select({ pinned: sql<string>`${visits.pinned}::text` })
    .from(visits)
    .where(eq(visits.id, id));
  if (!row) throw new Error(`Visit ${id} is gone.`);
  yield `{"format":"juxtameter/visit","version":1,"id":"${id}",\n"pinned":${row.pinned},\n"events":[`;
  let isFirst = true;
  for (let after = 0; ;) {
    const rows = await database
      .select({ seq: visitEvents.seq, text: sql<string>`${visitEvents.document}::text` })
      .from(visitEvents)
      .where(and(eq(visitEvents.visit, id), gt(visitEvents.seq, after), lte(visitEvents.seq, lastEvent)))
      .orderBy(asc(visitEvents.seq))
      .limit(PAGE);
    const lines = rows.map(({ seq, text }) => `${text.trimEnd().slice(0, -1)},"seq":${seq}}`);
    if (lines.length > 0) yield `${isFirst ? '' : ','}\n${lines.join(',\n')}`;
    isFirst &&= lines.length === 0;
    after = rows.at(-1)?.seq ?? after;
    if (rows.length < PAGE) break;
    await turn();
  }
  yield '\n]}\n';
}

/** A visit with its log up to an event; undefined when there is none by that id. */
export async function storedVisit(
  database: Database,
  id: string,
  lastEvent = Number.MAX_SAFE_INTEGER,
): Promise<VisitDocument | undefined> {
  const [row] = await database.select({ pinned: visits.pinned }).from(visits).where(eq(visits.id, id));
  if (!row) return undefined;
  const events = await database
    .select({ seq: visitEvents.seq, document: visitEvents.document })
    .from(visitEvents)
    .where(and(eq(visitEvents.visit, id), lte(visitEvents.seq, lastEvent)))
    .orderBy(asc(visitEvents.seq));
  return {
    format: 'juxtameter/visit',
    version: 1,
    id,
    pinned: row.pinned,
    events: events.map(({ seq, document }) => ({ ...document, seq })),
  };
}
