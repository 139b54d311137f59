import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { isGeneral } from '@juxtameter/contract';
import { checkRules } from '@juxtameter/contract/check';
import { readDemo } from '@juxtameter/demo';
import { contentHash } from './storage/content-hash';
import { requestLogger } from './request-logger';
import { discard, scratchFolder, testServer, type TestServer } from './testing/test-server';

describe('the page', () => {
  let server: TestServer;
  let page: string;

  beforeAll(async () => {
    page = scratchFolder();
    writeFileSync(join(page, 'index.html'), '<!doctype html><title>Juxtameter</title>');
    writeFileSync(join(page, 'main-ABCD1234.js'), 'export {};');
    writeFileSync(join(page, 'mark.svg'), '<svg xmlns="http://www.w3.org/2000/svg"/>');
    writeFileSync(join(page, 'main-ABCD1234.js.br'), brotliCompressSync('export {};'));
    mkdirSync(join(page, 'fonts'));
    server = await testServer(undefined, page);
  });

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
    discard(page);
  });

  it('is the same file for every view and asked for every time', async () => {
    const home = await server.request('GET', '/');
    const view = await server.request('GET', '/visits/01a20cc0-ed60-7001-8000-000000000000/report');
    expect(view.text).toBe(home.text);
    expect(home.headers.get('cache-control')).toBe('no-cache');
    expect(home.headers.get('content-type')).toContain('text/html');
  });

  it('lets files with a hash in their name be kept for ever, and no others', async () => {
    expect((await server.request('GET', '/main-ABCD1234.js')).headers.get('cache-control')).toContain('immutable');
    expect((await server.request('GET', '/mark.svg')).headers.get('cache-control')).toBe('no-cache');
  });

  it('sends what the build has packed to whom can unpack it, and the file itself to others', async () => {
    const ask = async (accepted: string): Promise<Headers> =>
      (await server.request('GET', '/main-ABCD1234.js', undefined, { 'accept-encoding': accepted })).headers;
    const packed = await ask('gzip, deflate, br');
    expect(packed.get('content-encoding')).toBe('br');
    expect(packed.get('content-type')).toContain('text/javascript');
    expect(packed.get('cache-control')).toContain('immutable');
    expect(packed.get('vary')).toContain('Accept-Encoding');
    expect((await ask('identity')).get('content-encoding')).toBeNull();
  });

  it('answers a missing file as missing, not with the page', async () => {
    const { status, headers } = await server.request('GET', '/main-GONE0000.js');
    expect(status).toBe(404);
    expect(headers.get('content-type')).toContain('application/problem+json');
    expect((await server.request('GET', '/api/unknown')).status).toBe(404);
  });

  it('never lets an answer of the API be kept', async () => {
    expect((await server.request('GET', '/api/visits')).headers.get('cache-control')).toBe('no-store');
  });

  it('says that it is not built yet where it is not', async () => {
    const bare = await testServer();
    const { status, body } = await bare.request('GET', '/');
    expect(status).toBe(503);
    expect(body['detail'] as unknown).toContain('run npm start');
    await bare.stop();
    discard(bare.folder);
  });
});

describe('the demo data', () => {
  it('has finished visits and a half-done one, three meters and a chart for every unit model', () => {
    const demo = readDemo();
    const open = demo.visits.filter((visit) => !visit.events.some((event) => event.type === 'visit-closed'));
    expect(open.map(({ pinned }) => pinned.unit.id)).toEqual(['mist-line-2']);
    expect(demo.visits.length).toBeGreaterThan(open.length);
    expect(demo.meters.length).toBe(3);
    const charted = new Set(demo.procedures.filter((each) => !isGeneral(each)).map(({ unitModel }) => unitModel));
    expect([...charted].sort()).toEqual(demo.unitModels.map(({ id }) => id).sort());
    expect(demo.procedures.filter(isGeneral).length).toBe(4);
    // What a fresh database is filled with is what the product would take from anybody.
    const modelOf = (id: string) => demo.unitModels.find((each) => each.id === id);
    const generals = demo.procedures.filter(isGeneral);
    for (const document of demo.procedures)
      expect(checkRules({ kind: 'procedure', document }, { modelOf, generals }))
        .withContext(document.id)
        .toEqual([]);
    expect(demo.sites.units.every((unit) => demo.sites.sites.some((site) => site.id === unit.site))).toBeTrue();
  });
});

describe('the hash of a document', () => {
  it('is the same whatever the order of keys, and another for another content', () => {
    expect(contentHash({ a: 1, b: [{ c: 2, d: undefined }] })).toBe(contentHash({ b: [{ c: 2 }], a: 1 }));
    expect(contentHash({ a: 1 })).not.toBe(contentHash({ a: '1' }));
    expect(contentHash([1, 2])).not.toBe(contentHash([2, 1]));
  });
});

describe('the request log', () => {
  it('is one JSON line per request, begun anew when it has grown large', () => {
    const folder = scratchFolder();
    requestLogger(folder, 'info').info({ path: '/api/health' }, 'request');
    const line = JSON.parse(readFileSync(join(folder, 'server.log'), 'utf8')) as { path: string; msg: string };
    expect([line.path, line.msg]).toEqual(['/api/health', 'request']);
    writeFileSync(join(folder, 'server.log'), 'x'.repeat(10_000_001));
    requestLogger(folder, 'info').info('fresh');
    expect(readFileSync(join(folder, 'server.log'), 'utf8')).toContain('fresh');
    expect(readFileSync(join(folder, 'server.log.1'), 'utf8').length).toBe(10_000_001);
    discard(folder);
  });
});
