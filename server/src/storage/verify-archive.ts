import { isMainThread, parentPort, workerData } from 'node:worker_threads';
import { thread } from '../thread';
import { ArchiveReader, ArchiveRefused, type Trust } from './archive-reader';

/** Reads every file of an archive. Returns its last journal record. @throws ArchiveRefused at the first that is not sound. */
export async function verifyArchive(path: string, trust: Trust): Promise<number> {
  const reader = await ArchiveReader.open(path, trust);
  try {
    await reader.sites();
    for (const listed of reader.manifest.documents) await reader.document(listed);
    for (const { file } of reader.manifest.visits) await reader.visit(file);
    return reader.manifest.journalSeq;
  } finally {
    reader.close();
  }
}

/** What the thread answers. */
type Answer = { readonly journalSeq: number } | { readonly refused: string } | { readonly failed: string };

/** The same in a thread of its own: reading a large archive back holds up no request. */
export function verifyArchiveAside(path: string, trust: Trust): Promise<number> {
  return new Promise((resolve, reject) => {
    const worker = thread(import.meta.url, { path, trust, isVerifying: true });
    worker.once('message', (answer: Answer) => {
      if ('journalSeq' in answer) return resolve(answer.journalSeq);
      reject('refused' in answer ? new ArchiveRefused(answer.refused) : new Error(answer.failed));
    });
    worker.once('error', reject);
    worker.once('exit', () => reject(new Error(`${path} could not be read back.`)));
  });
}

async function answered({ path, trust }: { readonly path: string; readonly trust: Trust }): Promise<Answer> {
  try {
    return { journalSeq: await verifyArchive(path, trust) };
  } catch (error) {
    const { message } = error as Error;
    return error instanceof ArchiveRefused ? { refused: message } : { failed: message };
  }
}

const asked = workerData as { readonly path: string; readonly trust: Trust; readonly isVerifying?: true } | null;
if (!isMainThread && asked?.isVerifying) parentPort?.postMessage(await answered(asked));
