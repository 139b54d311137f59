import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import { MARK } from '../api/our-answers';

/** How far a backup is. */
export interface BackupProgress {
  readonly bytes: number;
  /** Files of the archive begun, and how many there are. */
  readonly files: number;
  readonly of: number;
}

export type BackupNews =
  { readonly kind: 'progress'; readonly progress: BackupProgress } | { readonly kind: 'whole'; readonly archive: Blob };

/** How many files the server says there are in its archive. */
const FILES = 'Juxtameter-Files';

/** Reads the archive of a server as it is made. Whoever stops listening stops it. Throws where it does not come whole. */
@Injectable({ providedIn: 'root' })
export class BackupSource {
  fetched(): Observable<BackupNews> {
    return new Observable((listener) => {
      const stop = new AbortController();
      this.read(stop.signal, (news) => listener.next(news)).then(
        () => listener.complete(),
        (error: unknown) => listener.error(error),
      );
      return () => stop.abort();
    });
  }

  private async read(signal: AbortSignal, tell: (news: BackupNews) => void): Promise<void> {
    const answer = await fetch('/api/backup', { signal, cache: 'no-store' });
    if (!answer.ok || answer.headers.get(MARK) === null || !answer.body) throw new Error('No server of ours answers.');
    const of = Number(answer.headers.get(FILES) ?? 0);
    const counter = new FileCounter();
    const chunks: Uint8Array<ArrayBuffer>[] = [];
    let bytes = 0;
    const reader = answer.body.getReader() as ReadableStreamDefaultReader<Uint8Array<ArrayBuffer>>;
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      chunks.push(part.value);
      bytes += part.value.length;
      tell({ kind: 'progress', progress: { bytes, files: Math.min(of, counter.add(part.value)), of } });
    }
    tell({ kind: 'whole', archive: new Blob(chunks, { type: 'application/zip' }) });
  }
}

/** Every file of an archive begins with these four bytes (APPNOTE 4.3.7), wherever the stream is cut. */
const SIGNATURE = [0x50, 0x4b, 0x03, 0x04];

/** Counts the files of an archive that passes by. */
export class FileCounter {
  private matched = 0;
  private files = 0;

  add(chunk: Uint8Array): number {
    for (const byte of chunk) {
      if (byte === SIGNATURE[this.matched]) this.matched += 1;
      else this.matched = byte === SIGNATURE[0] ? 1 : 0;
      if (this.matched < SIGNATURE.length) continue;
      this.files += 1;
      this.matched = 0;
    }
    return this.files;
  }
}
