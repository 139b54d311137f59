import { openSync, renameSync, statSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { pino, type DestinationStream, type Logger } from 'pino';

/** The log starts a new file beyond this many bytes; one old file is kept. */
const LARGEST = 10_000_000;

/**
 * Writes one JSON line per request to `server.log` in the data folder, so that the terminal stays readable. A disk that
 * takes no more lines ends nothing: how many were lost is said once it does again.
 */
export function requestLogger(folder: string, level: string): Logger {
  return pino({ level }, new LogFile(join(folder, 'server.log')));
}

class LogFile implements DestinationStream {
  private file: number | undefined;
  private lost = 0;

  constructor(private readonly path: string) {}

  write(line: string): void {
    try {
      this.file ??= this.opened();
      if (this.lost > 0) writeSync(this.file, `${JSON.stringify({ msg: 'lines lost', lost: this.lost })}\n`);
      this.lost = 0;
      writeSync(this.file, line);
    } catch {
      this.lost += 1;
    }
  }

  private opened(): number {
    if ((statSync(this.path, { throwIfNoEntry: false })?.size ?? 0) > LARGEST) renameSync(this.path, `${this.path}.1`);
    return openSync(this.path, 'a', 0o600);
  }
}
