import { createHash, type Hash } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { parentPort, workerData, type MessagePort } from 'node:worker_threads';
import yazl from 'yazl';
import { MANIFEST, type ArchiveManifest } from '../storage/archive-manifest';
import type { Said, Told, UnsummedManifest } from '../storage/archive-packing';

/** Of 1 to 9: twice as quick as the usual 6, and a tenth larger. */
const COMPRESSION = 3;

/** A file that is being packed. */
interface Open {
  readonly stream: PassThrough;
  readonly hash: Hash;
}

class Packing {
  private readonly zip = new yazl.ZipFile();
  private readonly sums: Record<string, string> = {};
  private readonly visits: ArchiveManifest['visits'][number][] = [];
  private readonly photos: string[] = [];
  private readonly options: Partial<yazl.ReadStreamOptions>;
  private open: Open | undefined;

  constructor(
    private readonly port: MessagePort,
    private readonly manifest: UnsummedManifest,
  ) {
    this.options = { mtime: new Date(manifest.createdAt), compressionLevel: COMPRESSION };
    const fail = (error: Error): void => this.say({ kind: 'failed', message: error.message });
    this.zip.on('error', fail);
    // A chunk may be a part of a larger piece of memory, which stays here: it is copied on its way.
    this.zip.outputStream.on('data', (bytes: Buffer) => this.say({ kind: 'bytes', bytes }));
    this.zip.outputStream.on('end', () => this.say({ kind: 'done' }));
    port.on('message', (told: Told) => {
      if (told.kind === 'end') this.end();
      else if (told.kind === 'picture') this.takePicture(told);
      else this.take(told);
    });
  }

  private take({ file, text, isLast, begun }: Extract<Told, { kind: 'piece' }>): void {
    const bytes = Buffer.from(text);
    const open = (this.open ??= this.begun(file));
    open.hash.update(bytes);
    open.stream.write(bytes, () => this.say({ kind: 'packed', length: text.length }));
    if (!isLast) return;
    this.sums[file] = open.hash.digest('hex');
    if (begun !== undefined) this.visits.push({ file, createdAt: begun });
    open.stream.end();
    this.open = undefined;
  }

  private takePicture({ file, bytes }: Extract<Told, { kind: 'picture' }>): void {
    const picture = Buffer.from(bytes);
    this.sums[file] = createHash('sha256').update(picture).digest('hex');
    this.photos.push(file);
    // A JPEG is as small as it gets.
    this.zip.addBuffer(picture, file, { mtime: this.options.mtime ?? new Date(0), compress: false });
    this.say({ kind: 'packed', length: picture.length });
  }

  private begun(file: string): Open {
    const stream = new PassThrough();
    this.zip.addReadStream(stream, file, this.options);
    return { stream, hash: createHash('sha256') };
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

  private say(said: Said): void {
    this.port.postMessage(said);
  }
}

function compared(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

if (parentPort) new Packing(parentPort, (workerData as { readonly manifest: UnsummedManifest }).manifest);
