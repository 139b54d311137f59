import { PassThrough, type Readable } from 'node:stream';
import { thread } from '../run-aside';
import type { ArchiveManifest } from './archive-manifest';

/** A part of a file; the parts of one follow each other. */
export interface Piece {
  readonly file: string;
  readonly text: string;
  readonly isLast: boolean;
  /** With the last piece of a visit's file: when the visit was begun. */
  readonly begun?: string;
}

/** A picture, which is a file of its own and packed as it is. */
export interface Picture {
  readonly file: string;
  readonly bytes: Buffer;
}

/** All that stands in the manifest but what is known when all is packed: visits, pictures, and the sums. */
export type UnsummedManifest = Omit<ArchiveManifest, 'files' | 'visits' | 'photos'>;

/** What the thread that packs is told. */
export type Told =
  | ({ readonly kind: 'piece' } & Piece)
  | ({ readonly kind: 'picture' } & Picture)
  /** Everything was told. */
  | { readonly kind: 'end' };

/** What it says. */
export type Said =
  /** So much of the texts is packed. */
  | { readonly kind: 'packed'; readonly length: number }
  | { readonly kind: 'bytes'; readonly bytes: Uint8Array }
  | { readonly kind: 'done' }
  | { readonly kind: 'failed'; readonly message: string };

/** Characters that are told ahead of what is packed. */
const AHEAD = 4_000_000;
/** Bytes of the zip file that wait for whoever reads it. */
const UNREAD = 1_000_000;

/** A zip file of these pieces and, last, the manifest with their sums: hashed and packed in a thread of its own. */
export function packedAside(pieces: AsyncIterable<Piece | Picture>, manifest: UnsummedManifest): Readable {
  const worker = thread('pack-archive', { manifest });
  const zip = new PassThrough({ highWaterMark: UNREAD });
  let unpacked = 0;
  let changed: () => void = () => undefined;
  const change = (): Promise<void> => new Promise((resolve) => (changed = resolve));
  const tell = (told: Told): void => worker.postMessage(told);

  worker.on('message', (said: Said) => {
    if (said.kind === 'bytes') zip.write(said.bytes);
    else if (said.kind === 'packed') unpacked -= said.length;
    else if (said.kind === 'done') zip.end();
    else zip.destroy(new Error(said.message));
    changed();
  });
  worker.on('error', (error) => zip.destroy(error));
  worker.on('exit', () => {
    if (!zip.writableEnded) zip.destroy(new Error('Packing the archive ended early.'));
  });
  zip.on('drain', () => changed());
  zip.on('close', () => {
    changed();
    void worker.terminate();
  });

  async function feed(): Promise<void> {
    for await (const piece of pieces) {
      while (!zip.destroyed && (unpacked > AHEAD || zip.writableNeedDrain)) await change();
      if (zip.destroyed) return;
      unpacked += 'bytes' in piece ? piece.bytes.length : piece.text.length;
      tell('bytes' in piece ? { kind: 'picture', ...piece } : { kind: 'piece', ...piece });
    }
    tell({ kind: 'end' });
  }
  feed().catch((error: Error) => zip.destroy(error));
  return zip;
}
