import { randomUUID } from 'node:crypto';
import { statfsSync } from 'node:fs';
import { open, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { RequestProblem } from '../request-problem';

/**
 * Bytes that stay free on the disk of a data folder: the embedded database makes its log in files of 16 MB, and breaks
 * where it cannot. Below it reading goes on and nothing is written.
 */
export const RESERVE = 64 * 2 ** 20;

/** How much room a data folder has. */
export class DiskRoom {
  constructor(
    private readonly folder: string,
    private readonly reserve = RESERVE,
  ) {}

  /** Bytes that may still be written by us; undefined where the system does not tell. */
  get free(): number | undefined {
    try {
      const { bavail, bsize } = statfsSync(this.folder);
      return bavail * bsize;
    } catch {
      return undefined;
    }
  }

  get isFull(): boolean {
    const { free } = this;
    return free !== undefined && free < this.reserve;
  }

  /** Whether a file can be brought to the disk, tried. */
  async takesFiles(): Promise<boolean> {
    if (this.isFull) return false;
    const path = join(this.folder, `.write-${randomUUID()}`);
    try {
      const handle = await open(path, 'w', 0o600);
      try {
        await handle.writeFile('?');
        await handle.sync();
      } finally {
        await handle.close();
      }
      return true;
    } catch {
      return false;
    } finally {
      await rm(path, { force: true }).catch(() => undefined);
    }
  }
}

export function storageFull(): RequestProblem {
  return new RequestProblem(
    507,
    'Storage full',
    'The disk of the server takes nothing more (full, or read only); nothing was stored. What this device logged stays on it and is sent again by itself.',
  );
}

/** Codes of a disk that takes nothing: full, over quota, read only, not ours to write, failing; and of a database on one. */
const OF_THE_DISK: ReadonlySet<string> = new Set([
  'ENOSPC',
  'EDQUOT',
  'EROFS',
  'EACCES',
  'EPERM',
  'EFBIG',
  'EIO',
  '53100',
]);

/** Whether an error says that the disk took nothing, however deep it is wrapped. */
export function isOfTheDisk(error: unknown): boolean {
  const { code, cause, message } = (typeof error === 'object' && error !== null ? error : {}) as {
    code?: unknown;
    cause?: unknown;
    message?: unknown;
  };
  if (typeof code === 'string' && OF_THE_DISK.has(code)) return true;
  if (typeof message === 'string' && /No space left on device|Read-only file system|disk full/i.test(message))
    return true;
  return cause !== undefined && isOfTheDisk(cause);
}
