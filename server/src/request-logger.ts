import { renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pino, type Logger } from 'pino';

/** The log starts a new file beyond this many bytes; one old file is kept. */
const LARGEST = 10_000_000;

/** Writes one JSON line per request to `server.log` in the data folder, so that the terminal stays readable. */
export function requestLogger(folder: string, level: string): Logger {
  const file = join(folder, 'server.log');
  if ((statSync(file, { throwIfNoEntry: false })?.size ?? 0) > LARGEST) renameSync(file, `${file}.1`);
  return pino({ level }, pino.destination({ dest: file, sync: true }));
}
