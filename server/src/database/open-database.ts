import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { drizzle, type PgliteDatabase } from 'drizzle-orm/pglite';
import { migrate } from 'drizzle-orm/pglite/migrator';
import * as schema from './schema';

export type Database = PgliteDatabase<typeof schema>;

export interface OpenDatabase {
  readonly database: Database;
  close(): Promise<void>;
}

const MIGRATIONS = fileURLToPath(new URL('../../drizzle', import.meta.url));

/** Opens the embedded PostgreSQL in a locked data folder, creating it when there is none, and brings its tables up to date. */
export async function openDatabase(dataDir: string): Promise<OpenDatabase> {
  const client = await PGlite.create(join(dataDir, 'pglite'));
  const database = drizzle(client, { schema, casing: 'snake_case' });
  await migrate(database, { migrationsFolder: MIGRATIONS });
  return { database, close: () => client.close() };
}
