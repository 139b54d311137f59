/** Why this browser does not keep what it is given. */
export type StorageProblem = 'full' | 'blocked' | 'cleared' | 'failing' | 'unreadable' | 'raised' | 'held';

/** What an error of the browser's database means. */
export function toStorageProblem(error: unknown): StorageProblem {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'QuotaExceededError') return 'full';
  if (name === 'VersionError') return 'raised';
  if (name === 'TimeoutError') return 'held';
  if (name === 'SecurityError' || name === 'InvalidStateError' || name === 'NotFoundError') return 'blocked';
  // Old browsers have no database in a private window at all.
  return typeof indexedDB === 'undefined' ? 'blocked' : 'failing';
}

/** In words a technician can act on. */
export function storageWords(problem: StorageProblem): string {
  switch (problem) {
    case 'full':
      return 'The storage of this device is full: free some space. Until then nothing new is kept here, only on the server.';
    case 'blocked':
      return 'This browser keeps nothing (a private window, or storage is switched off): what the server does not have yet is gone with the page.';
    case 'cleared':
      return 'The storage of this browser was cleared. What the server has is safe; this page keeps its own visit again.';
    case 'unreadable':
      return 'Something that an earlier page kept in this browser cannot be read; it was set aside, the rest is shown. Look through the log for what is missing.';
    case 'raised':
      return 'A newer Juxtameter was opened in this browser: load this page anew. Until then nothing new is kept here, only on the server.';
    case 'held':
      return 'Another tab holds the storage of this browser: close the other tabs. Until then nothing new is kept here, only on the server.';
    case 'failing':
      return 'The storage of this browser does not work: what the server does not have yet is gone with the page.';
  }
}
