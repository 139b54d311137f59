import { parentPort, workerData } from 'node:worker_threads';
import { ArchiveRefused, type Trust } from '../storage/archive-reader';
import { verifyArchive, type Verified } from '../storage/verify-archive';

const { path, trust } = workerData as { readonly path: string; readonly trust: Trust };
parentPort?.postMessage(await answer());

async function answer(): Promise<Verified> {
  try {
    return { journalSeq: await verifyArchive(path, trust) };
  } catch (error) {
    const { message } = error as Error;
    return error instanceof ArchiveRefused ? { refused: message } : { failed: message };
  }
}
