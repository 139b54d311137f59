import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import yauzl from 'yauzl';
import yazl from 'yazl';

/** Pictures are no text: their bytes are a letter each, so that they come out as they went in. */
function bytesOf(name: string, content: string): Buffer {
  return Buffer.from(content, encodingOf(name));
}

function encodingOf(name: string): 'latin1' | 'utf8' {
  return name.endsWith('.jpg') ? 'latin1' : 'utf8';
}

export function sumOf(name: string, content: string): string {
  return createHash('sha256').update(bytesOf(name, content)).digest('hex');
}

/** Files as one archive. */
export function zipped(path: string, files: Readonly<Record<string, string>>): Promise<void> {
  const zip = new yazl.ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(bytesOf(name, text), name);
  zip.end();
  return pipeline(zip.outputStream, createWriteStream(path));
}

/** With a manifest that agrees with the files again. */
export function resummed(files: Readonly<Record<string, string>>): Record<string, string> {
  const manifest = JSON.parse(files['manifest.json'] ?? '') as { files: Record<string, string> };
  const sums = Object.keys(manifest.files).map((name) => [name, sumOf(name, files[name] ?? '')]);
  return { ...files, 'manifest.json': JSON.stringify({ ...manifest, files: Object.fromEntries(sums) }) };
}

/** Read without our own reader, as anybody would. */
export function filesOfZip(path: string): Promise<Record<string, string>> {
  return new Promise((resolve, reject) => {
    const files: Record<string, string> = {};
    yauzl.open(path, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      zip.on('end', () => resolve(files));
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (failure, stream) => {
          if (failure) return reject(failure);
          const chunks: Buffer[] = [];
          stream.on('data', (chunk: Buffer) => chunks.push(chunk));
          stream.on('end', () => {
            files[entry.fileName] = Buffer.concat(chunks).toString(encodingOf(entry.fileName));
            zip.readEntry();
          });
        }),
      );
      zip.readEntry();
    });
  });
}
