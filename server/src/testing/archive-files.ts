import { createHash } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import yauzl from 'yauzl';
import yazl from 'yazl';

/** Files as one archive. */
export function zipped(path: string, files: Readonly<Record<string, string>>): Promise<void> {
  const zip = new yazl.ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  return pipeline(zip.outputStream, createWriteStream(path));
}

/** With a manifest that agrees with the files again. */
export function resummed(files: Readonly<Record<string, string>>): Record<string, string> {
  const manifest = JSON.parse(files['manifest.json'] ?? '') as { files: Record<string, string> };
  const sums = Object.keys(manifest.files).map((name) => [
    name,
    createHash('sha256')
      .update(files[name] ?? '')
      .digest('hex'),
  ]);
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
            files[entry.fileName] = Buffer.concat(chunks).toString('utf8');
            zip.readEntry();
          });
        }),
      );
      zip.readEntry();
    });
  });
}
