import { pipeline } from 'node:stream/promises';
import type { RequestHandler } from 'express';
import type { Storage } from '../storage/storage';

/** Everything stored, as one zip file. */
export function backupRoute(storage: Storage): RequestHandler {
  return async (_request, response) => {
    response.attachment('juxtameter-backup.zip').type('application/zip');
    await pipeline(await storage.backup(), response);
  };
}
