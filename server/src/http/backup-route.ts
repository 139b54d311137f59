import { pipeline } from 'node:stream/promises';
import type { RequestHandler } from 'express';
import type { Storage } from '../storage/storage';

/** Everything stored, as one zip file. */
export function backupRoute(storage: Storage): RequestHandler {
  return async (_request, response) => {
    const { files, stream } = await storage.backup();
    response.attachment('juxtameter-backup.zip').type('application/zip').setHeader('Juxtameter-Files', files);
    try {
      await pipeline(stream, response);
    } catch (error) {
      // Whoever asked has gone; what was made for them ends with them.
      if (!response.destroyed) throw error;
    }
  };
}
