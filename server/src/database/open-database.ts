import { fileURLToPath } from 'node:url';
import { PGlite, types, type ParserOptions, type QueryOptions, type Transaction } from '@electric-sql/pglite';
import { pg_trgm } from '@electric-sql/pglite/contrib/pg_trgm';
import { sql } from 'drizzle-orm';
import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePglite } from 'drizzle-orm/pglite';
import { migrate as migratePglite } from 'drizzle-orm/pglite/migrator';
import { drizzle as drizzleServer } from 'drizzle-orm/node-postgres';
import { migrate as migrateServer } from 'drizzle-orm/node-postgres/migrator';
import { Pool, type PoolClient } from 'pg';
import { StartRefused } from '../settings';
import * as schema from './schema';

/** The embedded database or a PostgreSQL server: the same tables, the same queries. A transaction is one too. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;

export interface OpenDatabase {
  readonly database: Database;
  /** With a PostgreSQL server: whether this process may write. */
  readonly ownership?: Ownership;
  close(): Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));

/** Opens the embedded PostgreSQL in a folder, creating it when there is none, and brings its tables up to date. */
export async function openEmbedded(folder: string): Promise<OpenDatabase> {
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

/** Any number that is ours: a second Juxtameter on the same database is found out by it. */
const OWNER_LOCK = 4310_0001;
/** Milliseconds before a lost connection is made anew. */
const RECONNECT_AFTER = 1000;

/**
 * Connects to a PostgreSQL server, takes its advisory lock for as long as the connection lives, and brings the tables
 * up to date.
 * @throws StartRefused when it cannot be reached or another server uses the same database.
 */
export async function openServer(url: string): Promise<OpenDatabase> {
  const pool = new Pool({ connectionString: url, max: 8, connectionTimeoutMillis: 5000 });
  // An idle connection the server drops is replaced by the pool; queries in flight are refused where they wait.
  pool.on('error', () => undefined);
  const ownership = new Ownership(pool);
  try {
    if (!(await ownership.take()))
      throw new StartRefused('The database of DATABASE_URL is in use by another Juxtameter; stop it first.');
    const database = drizzleServer(pool, { schema, casing: 'snake_case' });
    await migrateServer(database, { migrationsFolder: MIGRATIONS });
    // A server without the extension, or a user who may not add it, searches row by row: slower, and the same.
    await indexWords(database).catch(() => undefined);
    return {
      database,
      ownership,
      close: async () => {
        ownership.giveUp();
        await pool.end();
      },
    };
  } catch (error) {
    ownership.giveUp();
    // Not awaited: a connection that hangs must not keep the refusal back.
    void pool.end();
    if (error instanceof StartRefused) throw error;
    const { code, message } = error as NodeJS.ErrnoException;
    throw new StartRefused(
      `The PostgreSQL server of DATABASE_URL cannot be used (${code ?? message}); is it running, and may this user create tables there?`,
    );
  }
}

/** The advisory lock that makes this server the only one that writes; it is lost with its connection and taken again. */
export class Ownership {
  private owner: PoolClient | undefined;
  private isGivenUp = false;
  private onRegained: () => void = () => undefined;

  constructor(private readonly pool: Pool) {}

  get isHeld(): boolean {
    return this.owner !== undefined;
  }

  /** Another server may have written meanwhile: what was remembered may not be so. */
  whenRegained(forget: () => void): void {
    this.onRegained = forget;
  }

  async take(): Promise<boolean> {
    const client = await this.pool.connect();
    client.on('error', () => this.lose(client));
    const { rows } = await client.query<{ locked: boolean }>('select pg_try_advisory_lock($1) as locked', [OWNER_LOCK]);
    if (rows[0]?.locked) this.owner = client;
    else client.release();
    return this.isHeld;
  }

  giveUp(): void {
    this.isGivenUp = true;
    const { owner } = this;
    this.owner = undefined;
    owner?.release(true);
  }

  private lose(client: PoolClient): void {
    if (client !== this.owner) return;
    this.owner = undefined;
    client.release(true);
    this.retry();
  }

  private retry(): void {
    setTimeout(() => {
      if (this.isGivenUp) return;
      this.take().then(
        (isTaken) => (isTaken ? this.onRegained() : this.retry()),
        () => this.retry(),
      );
    }, RECONNECT_AFTER).unref();
  }
}
