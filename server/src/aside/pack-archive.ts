import { createHash, type Hash } from 'node:crypto';
import { PassThrough } from 'node:stream';
import yazl from 'yazl';
import { MANIFEST, type ArchiveManifest } from '../storage/archive-manifest';
import type { Said, Told, UnsummedManifest } from '../storage/archive-packing';

/** Of 1 to 9: twice as quick as the usual 6, and a tenth larger. */
const COMPRESSION = 3;

/** Characters of a file that are gathered before it is packed piece by piece: most visits are shorter. */
const GATHERED = 1_000_000;

/** A file whose pieces are still coming. */
interface Open {
  readonly hash: Hash;
  gathered: Buffer[];
  length: number;
  /** A file longer than what is gathered. */
  stream?: PassThrough;
}

/** What begins every file in a zip file (APPNOTE 4.3.7). */
const FILE_BEGINS = 0x04034b50;

class Packing {
  private readonly zip = new yazl.ZipFile();
  private readonly sums: Record<string, string> = {};
  private readonly visits: ArchiveManifest['visits'][number][] = [];
  private readonly photos: string[] = [];
  private readonly options: Partial<yazl.ReadStreamOptions>;
  /** Characters, or bytes of a picture, of the files that are handed over and not written yet, in their order. */
  private readonly handedOver: number[] = [];
  private open: Open | undefined;
  private begun = 0;

  constructor(private readonly manifest: UnsummedManifest) {
    this.options = { mtime: new Date(manifest.createdAt), compressionLevel: COMPRESSION };
    this.zip.on('error', (error: Error) => say({ kind: 'failed', message: error.message }));
    this.zip.outputStream.on('data', (bytes: Buffer) => this.written(bytes));
    this.zip.outputStream.pipe(process.stdout);
  }

  tell(told: Exclude<Told, { kind: 'begin' }>): void {
    if (told.kind === 'end') this.end();
    else if (told.kind === 'picture') this.takePicture(told);
    else this.take(told);
  }

  /** Files are written one after the other: with the beginning of one, the one before it is done. */
  private written(bytes: Buffer): void {
    if (bytes.length < 4 || bytes.readUInt32LE(0) !== FILE_BEGINS) return;
    this.begun += 1;
    if (this.begun > 1) say({ kind: 'packed', length: this.handedOver.shift() ?? 0 });
  }

  private take({ file, text, isLast, begun }: Extract<Told, { kind: 'piece' }>): void {
    const open = (this.open ??= { hash: createHash('sha256'), gathered: [], length: 0 });
    const bytes = Buffer.from(text);
    open.hash.update(bytes);
    open.gathered.push(bytes);
    open.length += text.length;
    if (open.length > GATHERED) open.stream ??= this.streamed(file);
    if (open.stream) this.flush(open, open.stream);
    if (!isLast) return;
    this.sums[file] = open.hash.digest('hex');
    if (begun !== undefined) this.visits.push({ file, createdAt: begun });
    // At one go: a stream for each file takes longer than what goes through it.
    if (open.stream) open.stream.end();
    else this.zip.addBuffer(Buffer.concat(open.gathered), file, this.options);
    this.handedOver.push(open.length);
    this.open = undefined;
  }

  private flush(open: Open, stream: PassThrough): void {
    const { length } = open;
    stream.write(Buffer.concat(open.gathered), () => say({ kind: 'packed', length }));
    open.gathered = [];
    open.length = 0;
  }

  private takePicture({ file, bytes }: Extract<Told, { kind: 'picture' }>): void {
    const picture = Buffer.from(bytes);
    this.sums[file] = createHash('sha256').update(picture).digest('hex');
    this.photos.push(file);
    // A JPEG is as small as it gets.
    this.zip.addBuffer(picture, file, { mtime: this.options.mtime ?? new Date(0), compress: false });
    this.handedOver.push(picture.length);
  }

  private streamed(file: string): PassThrough {
    const stream = new PassThrough();
    this.zip.addReadStream(stream, file, this.options);
    return stream;
  }

  private end(): void {
    const visits = this.visits.sort((a, b) => compared(a.createdAt, b.createdAt) || compared(a.file, b.file));
    const manifest: ArchiveManifest = {
      ...this.manifest,
      files: this.sums,
      visits,
      ...(this.photos.length === 0 ? {} : { photos: this.photos }),
    };
    this.zip.addBuffer(Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`), MANIFEST, this.options);
    this.zip.end();
  }
}

function say(said: Said): void {
  // Whoever asked may have gone, and this ends with them.
  if (process.connected) process.send?.(said);
}

function compared(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

// Nobody reads on: there is nothing left to do.
process.stdout.on('error', () => process.exit(1));

let packing: Packing | undefined;

process.on('message', (told: Told) => {
  if (told.kind === 'begin') packing = new Packing(told.manifest);
  else packing?.tell(told);
  // Nothing more is told: when all is written, it is done.
  if (told.kind === 'end') process.channel?.unref();
});
