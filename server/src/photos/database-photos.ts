import { and, eq, inArray } from 'drizzle-orm';
import type { Database } from '../database/open-database';
import { photos } from '../database/schema';
import { hashOf, type KeptPhoto, type PhotoStore } from './photo-store';

/** Pictures in the database: where several servers share one, they share no folder. */
export class DatabasePhotos implements PhotoStore {
  constructor(private readonly database: Database) {}

  async having(hashes: readonly string[]): Promise<ReadonlySet<string>> {
    if (hashes.length === 0) return new Set();
    const rows = await this.database
      .select({ hash: photos.hash })
      .from(photos)
      .where(inArray(photos.hash, [...hashes]));
    return new Set(rows.map(({ hash }) => hash));
  }

  async read(hash: string): Promise<Buffer | undefined> {
    const [row] = await this.database.select({ bytes: photos.bytes }).from(photos).where(eq(photos.hash, hash));
    if (!row || hashOf(row.bytes) === hash) return row?.bytes;
    // Missing, so that a device that has it whole brings it again; another server may have taken it whole meanwhile.
    await this.database.delete(photos).where(and(eq(photos.hash, hash), eq(photos.bytes, row.bytes)));
    return undefined;
  }

  async keep({ hash, bytes }: KeptPhoto): Promise<void> {
    await this.database
      .insert(photos)
      .values({ hash, bytes })
      .onConflictDoUpdate({ target: photos.hash, set: { bytes } });
  }

  async all(): Promise<readonly string[]> {
    const rows = await this.database.select({ hash: photos.hash }).from(photos).orderBy(photos.hash);
    return rows.map(({ hash }) => hash);
  }
}
