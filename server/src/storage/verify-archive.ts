import { thread } from '../run-aside';
import { ArchiveReader, ArchiveRefused, type Trust } from './archive-reader';

/** Reads every file of an archive. Returns its last journal record. @throws ArchiveRefused at the first that is not sound. */
export async function verifyArchive(path: string, trust: Trust): Promise<number> {
  const reader = await ArchiveReader.open(path, trust);
  try {
    await reader.sites();
    await reader.spares();
    for (const listed of reader.manifest.documents) await reader.document(listed);
    for (const { file } of reader.manifest.visits) await reader.visit(file);
    for (const file of reader.manifest.photos ?? []) await reader.photo(file);
    return reader.manifest.journalSeq;
  } finally {
    reader.close();
  }
}

/** What the thread answers. */
export type Verified = { readonly journalSeq: number } | { readonly refused: string } | { readonly failed: string };

/** The same in a thread of its own: reading a large archive back holds up no request. */
export function verifyArchiveAside(path: string, trust: Trust): Promise<number> {
  return new Promise((resolve, reject) => {
    const worker = thread('verify-archive', { path, trust });
    worker.once('message', (answer: Verified) => {
      if ('journalSeq' in answer) return resolve(answer.journalSeq);
      reject('refused' in answer ? new ArchiveRefused(answer.refused) : new Error(answer.failed));
    });
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error(`${path} could not be read back.`)));
  });
}
