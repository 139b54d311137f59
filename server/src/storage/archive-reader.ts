import { createHash } from 'node:crypto';
import yauzl from 'yauzl';
import {
  lifeProblems,
  readPhoto,
  visitContract,
  siteFileContract,
  spareFileContract,
  meterContract,
  procedureContract,
  unitModelContract,
} from '@juxtameter/contract/check';
import { visitContext, type SiteFile, type SpareFile, type VisitDocument } from '@juxtameter/contract';
import type { Contract, FieldProblem } from '@juxtameter/contract/check';
import { StartRefused } from '../settings';
import { MANIFEST, manifestProblem, SITES, SPARES, type ArchiveManifest } from './archive-manifest';
import type { StoredDocument } from './entry';

/** Bounds on what is unpacked, in bytes: an archive that claims more is not one of ours. */
export const ARCHIVE_LIMITS = { file: 256 * 2 ** 20, all: 64 * 2 ** 30, manifest: 64 * 2 ** 20, ratio: 500 } as const;

/** An archive that cannot be used, said in one sentence. */
export class ArchiveRefused extends StartRefused {}

/**
 * Our own dump was checked when its rows were stored. A file from anywhere is held against the formats and, unless
 * somebody wants it as it is, against the life a visit has.
 */
export type Trust = 'own' | 'foreign' | 'as-it-is';

/** Reads single files out of an archive, each checked against the manifest. */
export class ArchiveReader {
  private constructor(
    private readonly path: string,
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
    readonly manifest: ArchiveManifest,
    private readonly trust: Trust,
  ) {}

  /** @throws ArchiveRefused when the file is no archive, or lies about its contents. */
  static async open(path: string, trust: Trust): Promise<ArchiveReader> {
    const zip = await opened(path);
    try {
      const entries = await listed(path, zip);
      const entry = entries.get(MANIFEST);
      if (!entry) throw refused(path, `has no ${MANIFEST}`);
      const manifest = parsedManifest(path, await unpacked(path, zip, entry, ARCHIVE_LIMITS.manifest));
      const extra = [...entries.keys()].find((name) => name !== MANIFEST && !Object.hasOwn(manifest.files, name));
      if (extra !== undefined) throw refused(path, `holds "${extra.slice(0, 60)}", which its manifest does not list`);
      return new ArchiveReader(path, zip, entries, manifest, trust);
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  close(): void {
    this.zip.close();
  }

  async sites(): Promise<SiteFile> {
    return this.checked(SITES, siteFileContract, await this.json(SITES));
  }

  /** Nothing in archives from before spares were kept. */
  async spares(): Promise<SpareFile['entries']> {
    if (!Object.hasOwn(this.manifest.files, SPARES)) return [];
    return this.checked<SpareFile>(SPARES, spareFileContract, await this.json(SPARES)).entries;
  }

  async document({ of, version, storedAt, file }: ArchiveManifest['documents'][number]): Promise<StoredDocument> {
    const contracts = { 'unit-model': unitModelContract, procedure: procedureContract, meter: meterContract };
    const document = this.checked(file, contracts[of] as Contract<unknown>, await this.json(file));
    return { of, version, storedAt, document } as StoredDocument;
  }

  async visit(file: string): Promise<VisitDocument> {
    const visit = this.checked<VisitDocument>(file, visitContract, await this.json(file));
    const isOrdered = visit.events.every((event) => event.seq !== undefined && event.visit === visit.id);
    if (!isOrdered) throw refused(this.path, `holds ${file}, whose events lack their order or belong to another visit`);
    const odd = this.trust === 'foreign' ? oddity(visit) : undefined;
    if (odd === undefined) return visit;
    throw refused(
      this.path,
      `holds ${file}, where ${odd.path} ${odd.message}; to restore it all the same add --as-it-is`,
    );
  }

  /** A picture, whoever it is from: what carries more than its picture is taken from nobody. */
  async photo(file: string): Promise<Buffer> {
    const bytes = await this.bytes(file);
    const read = readPhoto(bytes);
    if (typeof read === 'string') throw refused(this.path, `holds ${file}, which ${read}`);
    return bytes;
  }

  private async json(name: string): Promise<unknown> {
    return parsed(this.path, name, await this.bytes(name));
  }

  private async bytes(name: string): Promise<Buffer> {
    const entry = this.entries.get(name);
    if (!entry) throw refused(this.path, `lacks ${name}, which its manifest lists`);
    const bytes = await unpacked(this.path, this.zip, entry, ARCHIVE_LIMITS.file);
    if (createHash('sha256').update(bytes).digest('hex') !== this.manifest.files[name])
      throw refused(this.path, `holds ${name} changed: its checksum is not the one in the manifest`);
    return bytes;
  }

  private checked<Value>(name: string, contract: Contract<Value>, content: unknown): Value {
    if (this.trust === 'own') return content as Value;
    const result = contract.validate(content);
    if (result.ok) return result.value;
    const { path = '', message = '' } = result.problems[0] ?? {};
    throw refused(this.path, `holds ${name}, which does not fit its format: ${path} ${message}`);
  }
}

/** The first way in which a log is none that this product would have taken. */
function oddity({ pinned, events }: VisitDocument): FieldProblem | undefined {
  const { contradictions, unknown } = lifeProblems(visitContext(pinned), pinned, [], events);
  return contradictions[0] ?? unknown[0];
}

function opened(path: string): Promise<yauzl.ZipFile> {
  return new Promise((resolve, reject) => {
    // Declared sizes are enforced, so that a small file cannot unpack to an endless one.
    yauzl.open(
      path,
      { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true },
      (error, zip) => (error ? reject(refused(path, `cannot be read as a zip file (${error.message})`)) : resolve(zip)),
    );
  });
}

function listed(path: string, zip: yauzl.ZipFile): Promise<ReadonlyMap<string, yauzl.Entry>> {
  const entries = new Map<string, yauzl.Entry>();
  let all = 0;
  return new Promise((resolve, reject) => {
    zip.on('error', (error: Error) => reject(refused(path, `is no sound zip file (${error.message})`)));
    zip.on('end', () => resolve(entries));
    zip.on('entry', (entry: yauzl.Entry) => {
      all += entry.uncompressedSize;
      const isBomb = entry.uncompressedSize > ARCHIVE_LIMITS.ratio * Math.max(entry.compressedSize, 2000);
      if (isBomb || entry.uncompressedSize > ARCHIVE_LIMITS.file || all > ARCHIVE_LIMITS.all)
        return reject(refused(path, `would unpack "${entry.fileName.slice(0, 60)}" to more than an archive can hold`));
      if (entries.has(entry.fileName)) return reject(refused(path, `holds "${entry.fileName.slice(0, 60)}" twice`));
      entries.set(entry.fileName, entry);
      zip.readEntry();
    });
    zip.readEntry();
  });
}

function unpacked(path: string, zip: yauzl.ZipFile, entry: yauzl.Entry, limit: number): Promise<Buffer> {
  if (entry.uncompressedSize > limit)
    return Promise.reject(refused(path, `holds a ${entry.fileName} that is too large`));
  return new Promise((resolve, reject) => {
    const fail = (error: Error): void => reject(refused(path, `holds ${entry.fileName} damaged (${error.message})`));
    zip.openReadStream(entry, (error, stream) => {
      if (error) return fail(error);
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('error', fail);
      stream.on('end', () => resolve(Buffer.concat(chunks)));
    });
  });
}

function parsed(path: string, name: string, bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch {
    throw refused(path, `holds ${name}, which is not JSON`);
  }
}

function parsedManifest(path: string, bytes: Buffer): ArchiveManifest {
  const manifest = parsed(path, MANIFEST, bytes);
  const problem = manifestProblem(manifest);
  if (problem !== undefined) throw refused(path, problem);
  return manifest as ArchiveManifest;
}

function refused(path: string, what: string): ArchiveRefused {
  return new ArchiveRefused(`${path} ${what}. Nothing was changed.`);
}
