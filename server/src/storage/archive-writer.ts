import { createHash } from 'node:crypto';
import { Readable } from 'node:stream';
import { and, asc, eq, lte, max } from 'drizzle-orm';
import yazl from 'yazl';
import type { SiteFile, VisitDocument } from '@juxtameter/contract';
import type { Database } from '../database/open-database';
import { sites, units, visitEvents, visits } from '../database/schema';
import { MANIFEST, SITES, type ArchiveManifest } from './archive-manifest';
import { DOCUMENT_TABLES, type StoredDocument } from './entry';

/** What was stored at one moment; the rest of it never changes, so it can be read while writing goes on. */
export interface Moment {
  readonly journalSeq: number;
  readonly lastEvent: number;
  readonly sites: SiteFile;
  readonly documents: readonly {
    readonly of: StoredDocument['of'];
    readonly id: string;
    readonly version: number;
    readonly storedAt: string;
  }[];
  readonly visits: readonly { readonly id: string; readonly createdAt: string }[];
}

/** Everything that could change or grow; call it while nothing is written. */
export async function momentOf(database: Database, journalSeq: number): Promise<Moment> {
  const kinds = Object.keys(DOCUMENT_TABLES) as StoredDocument['of'][];
  const documents = await Promise.all(
    kinds.map(async (of) => {
      const { id, version, storedAt } = DOCUMENT_TABLES[of];
      const rows = await database.select({ id, version, storedAt }).from(DOCUMENT_TABLES[of]).orderBy(id, version);
      return rows.map((row) => ({ of, ...row, storedAt: new Date(row.storedAt).toISOString() }));
    }),
  );
  const [last] = await database.select({ seq: max(visitEvents.seq) }).from(visitEvents);
  const siteRows = await database.select().from(sites).orderBy(sites.id);
  const unitRows = await database.select().from(units).orderBy(units.id);
  const visitRows = await database
    .select({ id: visits.id, createdAt: visits.createdAt })
    .from(visits)
    .orderBy(visits.createdAt, visits.id);
  return {
    journalSeq,
    lastEvent: last?.seq ?? 0,
    sites: {
      format: 'juxtameter/sites',
      version: 1,
      sites: siteRows.map((row) => row.document),
      units: unitRows.map((row) => row.document),
    },
    documents: documents.flat(),
    visits: visitRows.map((row) => ({ ...row, createdAt: new Date(row.createdAt).toISOString() })),
  };
}

/**
 * A zip file of the documents and visits in the product's own open formats, as a stream; one visit at a time is held
 * in memory. Its manifest comes last and lists the SHA-256 of every file.
 */
export function archiveStream(database: Database, moment: Moment, createdAt: Date): NodeJS.ReadableStream {
  const zip = new yazl.ZipFile();
  const files: Record<string, string> = {};
  const options = { mtime: createdAt, compress: true };
  const add = (name: string, load: () => Promise<unknown>): void => {
    zip.addReadStreamLazy(name, options, (give) => {
      load().then(
        (content) => {
          const bytes = Buffer.from(`${JSON.stringify(content, null, 1)}\n`);
          if (name !== MANIFEST) files[name] = createHash('sha256').update(bytes).digest('hex');
          give(null, Readable.from([bytes]));
        },
        (error: Error) => give(error, Readable.from([])),
      );
    });
  };
  add(SITES, () => Promise.resolve(moment.sites));
  const documents = moment.documents.map((each) => ({ ...each, file: documentFile(each) }));
  for (const { file, of, id, version } of documents) add(file, () => documentOf(database, of, id, version));
  const visitFiles = moment.visits.map((each) => ({ ...each, file: `visits/${each.id}.json` }));
  for (const { file, id } of visitFiles) add(file, () => visitDocument(database, id, moment.lastEvent));
  add(MANIFEST, () => {
    const manifest: ArchiveManifest = {
      format: 'juxtameter/archive',
      version: 1,
      createdAt: createdAt.toISOString(),
      journalSeq: moment.journalSeq,
      files,
      documents: documents.map(({ of, version, storedAt, file }) => ({ of, version, storedAt, file })),
      visits: visitFiles.map(({ file, createdAt: begun }) => ({ file, createdAt: begun })),
    };
    return Promise.resolve(manifest);
  });
  zip.end();
  zip.on('error', (error: Error) => (zip.outputStream as Readable).destroy(error));
  return zip.outputStream;
}

function documentFile({ of, id, version }: Moment['documents'][number]): string {
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

async function visitDocument(database: Database, id: string, lastEvent: number): Promise<VisitDocument> {
  const visit = await storedVisit(database, id, lastEvent);
  if (!visit) throw new Error(`Visit ${id} is gone.`);
  return visit;
}
