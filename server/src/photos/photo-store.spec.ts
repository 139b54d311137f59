import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { openEmbedded, type OpenDatabase } from '../database/open-database';
import { photos } from '../database/schema';
import { jpeg, sha256 } from '../testing/pictures';
import { discard, scratchFolder } from '../testing/test-server';
import { DatabasePhotos } from './database-photos';
import { FolderPhotos } from './folder-photos';
import type { PhotoStore } from './photo-store';

/** A place where pictures are kept, and a hand that changes a byte of one behind its back. */
interface Place {
  readonly store: PhotoStore;
  readonly damage: (hash: string) => Promise<void>;
}

describe('where pictures are kept', () => {
  let folder = '';
  let open: OpenDatabase;
  beforeAll(async () => {
    folder = scratchFolder();
    open = await openEmbedded(join(folder, 'pglite'));
  });
  afterAll(async () => {
    await open.close();
    discard(folder);
  });

  const places: Readonly<Record<string, () => Place>> = {
    'files of a data folder': () => ({
      store: new FolderPhotos(join(folder, 'photos'), { isFull: false }),
      damage: (hash) => {
        const path = join(folder, 'photos', hash.slice(0, 2), `${hash}.jpg`);
        writeFileSync(path, readFileSync(path).fill(1, 30));
        return Promise.resolve();
      },
    }),
    // The tables of the embedded database are those of a PostgreSQL server.
    'rows of a database': () => ({
      store: new DatabasePhotos(open.database),
      damage: async (hash) => {
        await open.database
          .update(photos)
          .set({ bytes: Buffer.from('changed') })
          .where(eq(photos.hash, hash));
      },
    }),
  };

  for (const [name, make] of Object.entries(places))
    it(`${name} give back what they took, once each, and miss what was changed until it comes again`, async () => {
      const { store, damage } = make();
      const pictures = [1, 2, 3, 4].map((number) => jpeg(number, 200));
      const hashes = pictures.map(sha256);
      const [first = '', second = ''] = hashes;
      expect(await store.all()).toEqual([]);
      await Promise.all([...pictures, ...pictures].map((bytes) => store.keep({ hash: sha256(bytes), bytes })));
      expect(await store.all()).toEqual([...hashes].sort());
      for (const bytes of pictures) expect(await store.read(sha256(bytes))).toEqual(bytes);
      expect([...(await store.having([first, 'f'.repeat(64)]))]).toEqual([first]);
      expect(await store.read('f'.repeat(64))).toBeUndefined();

      await damage(first);
      expect(await store.read(first)).toBeUndefined();
      expect([...(await store.having([first, second]))]).toEqual([second]);
      await store.keep({ hash: first, bytes: pictures[0] as Buffer });
      expect(await store.read(first)).toEqual(pictures[0]);
    });

  it('takes no file of a full disk, and none that another owner has taken over', async () => {
    const bytes = jpeg(9);
    const photo = { hash: sha256(bytes), bytes };
    const elsewhere = join(folder, 'elsewhere');
    await expectAsync(new FolderPhotos(elsewhere, { isFull: true }).keep(photo)).toBeRejected();
    const lost = new FolderPhotos(elsewhere, { isFull: false }, () => false);
    await expectAsync(lost.keep(photo)).toBeRejected();
    expect(await lost.all()).toEqual([]);
    expect(readdirSync(join(elsewhere, 'drafts'))).toEqual([]);
  });
});
