import { randomUUID } from 'node:crypto';
import { cp } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { PGlite, types, type ParserOptions, type QueryOptions, type Transaction } from '@electric-sql/pglite';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { desc, max, sql } from 'drizzle-orm';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import { drizzle as drizzleServer } from 'drizzle-orm/node-postgres';
import { migrate as migrateServer } from 'drizzle-orm/node-postgres/migrator';
import { Pool } from 'pg';
import { EMPTY_DATABASE, ROOT } from '../places';
import { StartRefused } from '../settings';
import { Attendance } from './attendance';
import * as schema from './schema';
import { eras, visitEvents } from './schema';

/** The embedded database or a PostgreSQL server: the same tables, the same queries. A transaction is one too. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly database: Database;
  /** With a PostgreSQL server, which others may use as well: whether this process may write. */
  readonly attendance?: Attendance;
  close(): Promise<void>;
}

const MIGRATIONS = join(ROOT, 'server', 'drizzle');

/** Opens the embedded PostgreSQL in a folder, creating it when there is none, and brings its tables up to date. */
export async function openEmbedded(folder: string): Promise<OpenDatabase> {
  if (!existsSync(folder) && existsSync(EMPTY_DATABASE)) await cp(EMPTY_DATABASE, folder, { recursive: true });
  const client = withItsParsers(await PGlite.create(folder, { parsers: TIMES_AS_TEXT, extensions: { pg_trgm } }));
  const database = drizzlePglite(client, { schema, casing: 'snake_case' });
  await migratePglite(database, { migrationsFolder: MIGRATIONS });
  await indexWords(database);
  return { database, close: () => client.close() };
}

/** Finds parts of words among all that lists show. Not a step of the migrations, which every server has to take. */
async function indexWords(database: Database): Promise<void> {
  await database.execute(sql`create extension if not exists pg_trgm`);
  await database.execute(
    sql`create index if not exists visit_summaries_words on visit_summaries using gin (words gin_trgm_ops)`,
  );
}

const asText = (value: string): string => value;

/** What Drizzle wants of every query. */
const TIMES_AS_TEXT: ParserOptions = {
  [types.TIMESTAMP]: asText,
  [types.TIMESTAMPTZ]: asText,
  [types.INTERVAL]: asText,
  [types.DATE]: asText,
};

/**
 * Drizzle hands its parsers over with every query, and the database joins them with all of its own each time, which
 * takes longer than the insert of a row does. They are the database's from the beginning here, and left out later.
 */
function withItsParsers(client: PGlite): PGlite {
  const transaction = client.transaction.bind(client);
  client.query = withoutParsers(client.query.bind(client));
  client.transaction = (task) =>
    transaction((begun) => task({ ...begun, query: withoutParsers(begun.query.bind(begun)) }));
  return client;
}

function withoutParsers(query: Transaction['query']): Transaction['query'] {
  return (text, values, options: QueryOptions = {}) => {
    const { parsers: _known, ...others } = options;
    return query(text, values, others);
  };
}

/**
 * Connects to a PostgreSQL server that other servers of this product may use as well. The first of them brings the
 * tables up to date and begins a new era.
 * @throws StartRefused when it cannot be reached, or its tables are of another version and in use.
 */
export async function openServer(url: string, isAlone = false): Promise<OpenDatabase> {
  const pool = new Pool({ connectionString: url, max: 8, connectionTimeoutMillis: 5000 });
  // An idle connection the server drops is replaced by the pool; queries in flight are refused where they wait.
  pool.on('error', () => undefined);
  const database = drizzleServer(pool, { schema, casing: 'snake_case' });
  const attendance = new Attendance(pool, {
    async first() {
      await migrateServer(database, { migrationsFolder: MIGRATIONS });
      // A server without the extension, or a user who may not add it, searches row by row: slower, and the same.
      await indexWords(database).catch(() => undefined);
      await beginSharedEra(database);
    },
    joining: () => refuseOtherTables(database),
  });
  try {
    await attendance.take(isAlone);
    return {
      database,
      attendance,
      close: async () => {
        attendance.giveUp();
        await pool.end();
      },
    };
  } catch (error) {
    attendance.giveUp();
    // Not awaited: a connection that hangs must not keep the refusal back.
    void pool.end();
    if (error instanceof StartRefused) throw error;
    const { code, message } = error as NodeJS.ErrnoException;
    throw new StartRefused(
      `The PostgreSQL server of DATABASE_URL cannot be used (${code ?? message}); is it running, and may this user create tables there?`,
    );
  }
}

/** Orders go on behind the last one there is: a restored database counts from where it was. */
async function beginSharedEra(database: Database): Promise<void> {
  await database.transaction(async (transaction) => {
    const [newest] = await transaction.select({ seq: max(visitEvents.seq) }).from(visitEvents);
    const after = newest?.seq ?? 0;
    await transaction.execute(
      sql`select setval('event_orders', greatest(${after}, last_value), true) from event_orders`,
    );
    const [last] = await transaction.select().from(eras).orderBy(desc(eras.place)).limit(1);
    await transaction.insert(eras).values({ place: (last?.place ?? 0) + 1, id: randomUUID(), after });
  });
}

/** Tables are not changed under the hands of others, and others' newer ones are not written to. */
async function refuseOtherTables(database: Database): Promise<void> {
  const { rows } = (await database.execute(
    sql`select count(*)::integer as steps from drizzle.__drizzle_migrations`,
  )) as unknown as { readonly rows: readonly { readonly steps: number }[] };
  const own = readMigrationFiles({ migrationsFolder: MIGRATIONS }).length;
  if (rows[0]?.steps === own) return;
  throw new StartRefused(
    'The database of DATABASE_URL is in use by a Juxtameter of another version; stop all of them, then start those of one version.',
  );
}
