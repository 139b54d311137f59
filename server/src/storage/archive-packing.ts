import { PassThrough, type Readable } from 'node:stream';
import { modestProcess } from '../run-aside';
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

/** What the process that packs is told. */
export type Told =
  | { readonly kind: 'begin'; readonly manifest: UnsummedManifest }
  | ({ readonly kind: 'piece' } & Piece)
  | ({ readonly kind: 'picture' } & Picture)
  /** Everything was told. */
  | { readonly kind: 'end' };

/** What it says beside the bytes it writes. */
export type Said =
  /** So much of what it was told is packed. */
  { readonly kind: 'packed'; readonly length: number } | { readonly kind: 'failed'; readonly message: string };

/** Characters that are told ahead of what is packed. */
const AHEAD = 4_000_000;

/**
 * A zip file of these pieces and, last, the manifest with their sums. It is hashed and packed in a process of its own:
 * a thread would share memory and, for what is packed, the pool in which the journal waits for the disk.
 */
export function packedAside(pieces: AsyncIterable<Piece | Picture>, manifest: UnsummedManifest): Readable {
  const child = modestProcess('pack-archive');
  const zip = new PassThrough();
  let unpacked = 0;
  /** Of what was told last: it is known to be packed when something follows, and may be larger than what goes ahead. */
  let latest = 0;
  let changed: () => void = () => undefined;
  const change = (): Promise<void> => new Promise((resolve) => (changed = resolve));
  const tell = (told: Told): void => {
    if (child.connected) child.send(told);
  };

  child.stdout.pipe(zip, { end: false });
  child.on('message', (said: Said) => {
    if (said.kind === 'packed') unpacked -= said.length;
    else zip.destroy(new Error(said.message));
    changed();
  });
  child.on('error', (error) => zip.destroy(error));
  // Its output is read to the end before this.
  child.on('close', (code) => {
    if (code === 0) zip.end();
    else zip.destroy(new Error('Packing the archive ended early.'));
  });
  zip.on('close', () => {
    changed();
    child.kill('SIGKILL');
  });

  async function feed(): Promise<void> {
    tell({ kind: 'begin', manifest });
    for await (const piece of pieces) {
      while (!zip.destroyed && unpacked - latest > AHEAD) await change();
      if (zip.destroyed) return;
      latest = 'bytes' in piece ? piece.bytes.length : piece.text.length;
      unpacked += latest;
      tell('bytes' in piece ? { kind: 'picture', ...piece } : { kind: 'piece', ...piece });
    }
    tell({ kind: 'end' });
  }
  feed().catch((error: Error) => zip.destroy(error));
  return zip;
}
