import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, open, readdir, readFile, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { PHOTO_HASH } from '@juxtameter/contract/check';
import { isOfTheDisk, storageFull, type DiskRoom } from '../storage/disk-room';
import { syncFolder } from '../storage/journal';
import { takenOver, type Fence } from '../storage/writer';
import { hashOf, type KeptPhoto, type PhotoStore } from './photo-store';

const ENDING = '.jpg';

/**
 * Pictures as files of the data folder, each under its SHA-256 in a folder named after the first two letters. They need
 * no journal: a file that has its name is whole, and what it holds never changes.
 */
export class FolderPhotos implements PhotoStore {
  private readonly drafts: string;

  constructor(
    private readonly folder: string,
    private readonly room: Pick<DiskRoom, 'isFull'>,
    private readonly fence: Fence = () => true,
  ) {
    this.drafts = join(folder, 'drafts');
  }

  /** Removes what a killed process left half written. */
  async open(): Promise<void> {
    await rm(this.drafts, { recursive: true, force: true });
  }

  having(hashes: readonly string[]): Promise<ReadonlySet<string>> {
    return Promise.resolve(new Set(hashes.filter((hash) => existsSync(this.pathOf(hash)))));
  }

  async read(hash: string): Promise<Buffer | undefined> {
    const bytes = await readFile(this.pathOf(hash)).catch((error: NodeJS.ErrnoException) => {
      if (error.code === 'ENOENT') return undefined;
      throw error;
    });
    if (!bytes || hashOf(bytes) === hash) return bytes;
    // Under another name it can still be looked at, and a device that has it whole may bring it again.
    await rename(this.pathOf(hash), `${this.pathOf(hash)}.damaged`);
    return undefined;
  }

  async keep({ hash, bytes }: KeptPhoto): Promise<void> {
    // Another request may have put it there a moment ago.
    if (existsSync(this.pathOf(hash))) return this.settle(hash);
    if (this.room.isFull) throw storageFull();
    const draft = join(this.drafts, randomUUID());
    try {
      await mkdir(this.drafts, { recursive: true, mode: 0o700 });
      await this.write(draft, bytes);
      if (!this.fence()) throw takenOver();
      await this.place(draft, hash);
    } catch (error) {
      await rm(draft, { force: true }).catch(() => undefined);
      throw isOfTheDisk(error) ? storageFull() : error;
    }
  }

  async all(): Promise<readonly string[]> {
    if (!existsSync(this.folder)) return [];
    const folders = (await readdir(this.folder)).filter((name) => /^[0-9a-f]{2}$/.test(name)).sort();
    const names: string[] = [];
    for (const name of folders) names.push(...(await readdir(join(this.folder, name))));
    return names
      .filter((name) => name.endsWith(ENDING))
      .map((name) => name.slice(0, -ENDING.length))
      .filter((name) => PHOTO_HASH.test(name))
      .sort();
  }

  private async write(path: string, bytes: Buffer): Promise<void> {
    const handle = await open(path, 'wx', 0o600);
    try {
      await handle.writeFile(bytes);
      await handle.sync();
    } finally {
      await handle.close();
    }
  }

  private async place(draft: string, hash: string): Promise<void> {
    await mkdir(this.folderOf(hash), { recursive: true, mode: 0o700 });
    await rename(draft, this.pathOf(hash));
    await this.settle(hash);
  }

  /** A name outlives a power cut once the folders it stands in are synced. */
  private async settle(hash: string): Promise<void> {
    await syncFolder(this.folderOf(hash));
    await syncFolder(this.folder);
  }

  private folderOf(hash: string): string {
    return join(this.folder, hash.slice(0, 2));
  }

  private pathOf(hash: string): string {
    return join(this.folderOf(hash), `${hash}${ENDING}`);
  }
}
