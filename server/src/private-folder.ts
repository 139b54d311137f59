import { chmodSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';

/** Rights of anybody but the owner. */
const OTHERS = 0o077;

/**
 * Takes the rights of everybody else away, from a folder and from all that lies in it: the embedded database makes its
 * files writable for all, whatever the mask of the process. Photos are many and written by us: closing their folder is
 * enough. Does nothing where the system knows no such rights.
 */
export function keepPrivate(folder: string): void {
  if (process.platform === 'win32') return;
  mend(folder);
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== 'photos') keepPrivate(path);
    else if (entry.isDirectory()) mend(path);
    else if (entry.isFile()) mend(path);
  }
}

function mend(path: string): void {
  const { mode, uid } = statSync(path);
  // What belongs to somebody else cannot be changed; a shared drive may show everything as one user's.
  if ((mode & OTHERS) !== 0 && (process.getuid?.() === uid || process.getuid?.() === 0)) chmodSync(path, mode & 0o700);
}
