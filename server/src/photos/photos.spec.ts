import { chmodSync, existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PhotosMissing } from '@juxtameter/contract/check';
import { archiveCommand } from '../archive-command';
import { filesOfZip, zipped } from '../testing/archive-files';
import { jpeg, sha256, withExif } from '../testing/pictures';
import { freshDatabaseUrl } from '../testing/postgres';
import { serverProcess } from '../testing/server-process';
import { discard, scratchFolder, seededFolder, testServer, type TestServer } from '../testing/test-server';

const put = (address: string, hash: string, body: Buffer, type = 'image/jpeg'): Promise<Response> =>
  fetch(`${address}/api/photos/${hash}`, {
    method: 'PUT',
    headers: { 'content-type': type },
    body: new Uint8Array(body),
  });

const got = async (address: string, hash: string): Promise<Buffer | number> => {
  const response = await fetch(`${address}/api/photos/${hash}`);
  return response.ok ? Buffer.from(await response.arrayBuffer()) : response.status;
};

const missing = async (server: TestServer, photos: readonly string[]): Promise<readonly string[]> =>
  ((await server.request('POST', '/api/photos/missing', { photos })).body as unknown as PhotosMissing).missing;

describe('photos on the server', () => {
  let server: TestServer;
  beforeAll(async () => (server = await testServer()));
  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  it('are kept under what is in them, once, and asked for by it', async () => {
    const [one, other] = [jpeg(1), jpeg(2)];
    expect(await got(server.address, sha256(one))).toBe(404);
    for (let time = 0; time < 2; time += 1) {
      const response = await put(server.address, sha256(one), one);
      expect(response.status).toBe(201);
      expect(await response.json()).toEqual({ photo: sha256(one) });
    }
    expect(await got(server.address, sha256(one))).toEqual(one);
    expect(await missing(server, [sha256(one), sha256(other)])).toEqual([sha256(other)]);
  });

  it('answer as pictures that never change and cannot be taken for anything else', async () => {
    const picture = jpeg(3);
    await put(server.address, sha256(picture), picture);
    const { headers } = await fetch(`${server.address}/api/photos/${sha256(picture)}`);
    expect(headers.get('content-type')).toBe('image/jpeg');
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('cache-control')).toContain('immutable');
    expect(headers.get('juxtameter')).toBeTruthy();
  });

  it('are refused in words where they are something else, and nothing is kept', async () => {
    const picture = jpeg(4);
    const svg = Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>');
    const cases: readonly (readonly [string, Buffer, string, number, RegExp])[] = [
      ['another name', picture, 'a'.repeat(64), 422, /not what its name says/],
      ['place and device', withExif(picture), sha256(withExif(picture)), 422, /carries more than its picture/],
      ['a drawing with a script', svg, sha256(svg), 422, /is no JPEG/],
      ['cut short', picture.subarray(0, -2), sha256(picture.subarray(0, -2)), 422, /broken/],
      ['too large', jpeg(5, 5_000_000), sha256(jpeg(5, 5_000_000)), 413, /4 MB for a photo/],
      ['no name', picture, 'photo.jpg', 404, /no photo/],
    ];
    for (const [what, body, hash, status, words] of cases) {
      const response = await put(server.address, hash, body);
      expect(response.status).withContext(what).toBe(status);
      expect(await response.text())
        .withContext(what)
        .toMatch(words);
      expect(await got(server.address, hash))
        .withContext(what)
        .toBe(404);
    }
    expect((await put(server.address, sha256(picture), picture, 'image/png')).status).toBe(415);
  });

  it('are asked for a few hundred at a time', async () => {
    const { status, text } = await server.request('POST', '/api/photos/missing', {
      photos: Array(501).fill('0'.repeat(64)),
    });
    expect(status).toBe(422);
    expect(text).toContain('more than 500');
  });
});

describe('photos in a data folder', () => {
  const folders: string[] = [];
  const folder = (of: string): string => (folders.push(of), of);
  afterAll(() => folders.forEach(discard));

  it('outlive a server that is killed the moment it has answered', async () => {
    const dataDir = folder(await seededFolder());
    const victim = await serverProcess(dataDir);
    const pictures = Array.from({ length: 12 }, (_, index) => jpeg(100 + index, 20_000));
    const answered: string[] = [];
    const sending = pictures.map(async (picture) => {
      const response = await put(victim.address, sha256(picture), picture).catch(() => undefined);
      if (response?.status === 201) answered.push(sha256(picture));
      if (answered.length === 5) await victim.kill('SIGKILL');
    });
    await Promise.all(sending);
    const again = await testServer(dataDir);
    expect(answered.length).toBeGreaterThanOrEqual(5);
    for (const hash of answered) expect(sha256((await got(again.address, hash)) as Buffer)).toBe(hash);
    // What was not answered is whole or not there, and is taken when it comes again.
    for (const picture of pictures) expect((await put(again.address, sha256(picture), picture)).status).toBe(201);
    expect(existsSync(join(dataDir, 'photos', 'drafts')) ? readdirSync(join(dataDir, 'photos', 'drafts')) : []).toEqual(
      [],
    );
    expect(statSync(join(dataDir, 'photos')).mode & 0o077).toBe(0);
    await again.stop();
  });

  it('that a disk has changed are missing, kept aside, and taken anew', async () => {
    const dataDir = folder(await seededFolder());
    const server = await testServer(dataDir);
    const picture = jpeg(7, 500);
    const hash = sha256(picture);
    await put(server.address, hash, picture);
    const path = join(dataDir, 'photos', hash.slice(0, 2), `${hash}.jpg`);
    const changed = Buffer.from(readFileSync(path));
    changed[60] = 0x11;
    chmodSync(path, 0o600);
    writeFileSync(path, changed);
    expect(await got(server.address, hash)).toBe(404);
    expect(await missing(server, [hash])).toEqual([hash]);
    expect(existsSync(`${path}.damaged`)).toBe(true);
    expect((await put(server.address, hash, picture)).status).toBe(201);
    expect(await got(server.address, hash)).toEqual(picture);
    await server.stop();
  });
});

describe('photos in a backup', () => {
  const settings = (dataDir: string, databaseUrl?: string) => ({
    host: '127.0.0.1',
    port: 0,
    dataDir,
    ...(databaseUrl === undefined ? {} : { databaseUrl }),
  });

  it('come along, into a folder and into a shared database, and from there again', async () => {
    const scratch = scratchFolder();
    const dataDir = await seededFolder();
    const url = await freshDatabaseUrl();
    const server = await testServer(dataDir);
    const pictures = [1, 2, 3].map((number) => jpeg(number, 3000));
    for (const picture of pictures) await put(server.address, sha256(picture), picture);
    const [first, second] = [join(scratch, 'first.zip'), join(scratch, 'second.zip')];
    await archiveCommand(['backup', first], settings(dataDir), () => undefined);
    await server.stop();
    const names = Object.keys(await filesOfZip(first));
    for (const picture of pictures) expect(names).toContain(`photos/${sha256(picture)}.jpg`);

    // Without a PostgreSQL server beside, the second way is through another folder.
    const middle = settings(join(scratch, 'middle'), url);
    await archiveCommand(['restore', first], middle, () => undefined);
    await archiveCommand(['backup', second], middle, () => undefined);
    const end = join(scratch, 'end');
    await archiveCommand(['restore', second], settings(end), () => undefined);
    const restored = await testServer(end);
    for (const picture of pictures) expect(await got(restored.address, sha256(picture))).toEqual(picture);
    await restored.stop();
    [scratch, dataDir].forEach(discard);
  });

  it('are held against their names: a changed one restores nothing', async () => {
    const scratch = scratchFolder();
    const dataDir = await seededFolder();
    const server = await testServer(dataDir);
    const picture = jpeg(1, 3000);
    await put(server.address, sha256(picture), picture);
    const path = join(scratch, 'all.zip');
    await archiveCommand(['backup', path], settings(dataDir), () => undefined);
    await server.stop();
    const files = await filesOfZip(path);
    const name = `photos/${sha256(picture)}.jpg`;
    const hostile = join(scratch, 'hostile.zip');
    await zipped(hostile, { ...files, [name]: 'no picture' });
    const target = join(scratch, 'target');
    await expectAsync(archiveCommand(['restore', hostile], settings(target), () => undefined)).toBeRejectedWithError(
      /holds photos\/.* changed/,
    );
    const lying = {
      ...files,
      'manifest.json': (files['manifest.json'] ?? '').replaceAll(sha256(picture), 'b'.repeat(64)),
    };
    await zipped(hostile, lying);
    await expectAsync(archiveCommand(['restore', hostile], settings(target), () => undefined)).toBeRejected();
    expect(existsSync(target)).toBe(false);
    [scratch, dataDir].forEach(discard);
  });
});
