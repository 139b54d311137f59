import { chmodSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { pino } from 'pino';
import { describedError } from '../http/described-error';
import { requestLogger } from '../request-logger';
import { startServer } from '../start-server';
import {
  discard,
  eventMaker,
  OPENING,
  scratchFolder,
  seededFolder,
  testServer,
  type TestServer,
} from '../testing/test-server';

describe('the doors of the server', () => {
  let server: TestServer;
  let page = '';
  beforeAll(async () => {
    page = scratchFolder();
    writeFileSync(join(page, 'index.html'), '<!doctype html>');
    server = await testServer(undefined, page);
  });
  afterAll(async () => {
    await server.stop();
    [server.folder, page].forEach(discard);
  });

  it('answer whatever stands in a path, and never with a fault of their own', async () => {
    const parts = [
      '%00',
      'a%00b',
      '%ff',
      '%E0%A4%A',
      '%ed%a0%80',
      '..%2f..%2fetc',
      'x'.repeat(4000),
      '%0d%0aSet-Cookie:a',
      '__proto__',
      "'; drop table visits; --",
    ];
    const before = [
      '/api/visits/',
      '/api/unit-models/',
      '/api/procedures/',
      '/api/meters/',
      '/api/',
      '/',
      '/api/units/',
      '/api/sites/',
    ];
    for (const address of before)
      for (const part of parts) {
        const { status } = await server.request('GET', `${address}${part}`);
        expect(status)
          .withContext(`${address}${part.slice(0, 40)}`)
          .toBeLessThan(500);
      }
    for (const part of parts) {
      const put = await server.request('PUT', `/api/sites/${part}`, { id: decodeURIComponentSafely(part), name: 'x' });
      expect(put.status).withContext(part).toBeLessThan(500);
      const events = await server.request('GET', `/api/visits/${uuid()}/events?after=${part}`);
      expect(events.status).withContext(`after ${part}`).toBeLessThan(500);
    }
  });

  it('are shut to what another page asks for, a backup as well as a write', async () => {
    for (const from of ['cross-site', 'same-site'])
      for (const path of ['/api/backup', '/api/visits', '/api/library'])
        expect((await server.request('GET', path, undefined, { 'sec-fetch-site': from })).status)
          .withContext(`${path} ${from}`)
          .toBe(403);
    for (const from of ['same-origin', 'none'])
      expect((await server.request('GET', '/api/visits', undefined, { 'sec-fetch-site': from })).status).toBe(200);
  });
});

function decodeURIComponentSafely(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

describe('what the server writes down', () => {
  it('has no word of what people typed, and names the cause of an error', async () => {
    const folder = await seededFolder();
    const server = await startServer({
      settings: { host: '127.0.0.1', port: 0, dataDir: folder },
      page: '/nowhere',
      logger: (dir) => requestLogger(dir, 'info'),
    });
    const visit = uuid();
    const make = eventMaker(visit);
    const secret = 'the smell of Mrs Heron’s cellar';
    const send = (path: string, body: unknown) =>
      fetch(`${server.address}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    await send('/api/visits', { id: visit, unit: 'mist-line-3' });
    await send(`/api/visits/${visit}/events`, { events: [make(OPENING), make({ type: 'note-added', text: secret })] });
    await fetch(`${server.address}/api/visits/${encodeURIComponent(secret)}`);
    await fetch(`${server.address}/api/unit-models/${encodeURIComponent(secret)}`);
    await server.stop();
    const log = readFileSync(join(folder, 'server.log'), 'utf8');
    expect(log).toContain('/api/visits/:id/events');
    expect(log).not.toContain('Heron');
    discard(folder);
  });

  it('tells an error of the database by its code, never by its parameters', () => {
    const cause = Object.assign(new Error('value "Mrs Heron" is out of range'), {
      code: '22003',
      detail: 'Key (x)=(Mrs Heron)',
    });
    const error = Object.assign(new Error('Failed query: insert\nparams: Mrs Heron'), {
      cause,
      params: ['Mrs Heron'],
      query: 'insert into x values ($1)',
    });
    const lines: string[] = [];
    const logger = pino({}, { write: (line: string) => void lines.push(line) });
    logger.error({ error: describedError(error) }, 'unforeseen error');
    const said = lines.join('');
    expect(said).toContain('22003');
    expect(said).toContain('insert into x');
    expect(said).toContain('is out of range');
    expect(said).toContain('doors.spec');
    expect(said).not.toContain('Heron');
  });
});

describe('the data folder', () => {
  it('is its owner’s alone, the files that others could write mended at the start', async () => {
    if (process.platform === 'win32') return;
    const folder = await seededFolder();
    chmodSync(folder, 0o777);
    writeFileSync(join(folder, 'pglite', 'extra'), 'x', { mode: 0o666 });
    chmodSync(join(folder, 'pglite', 'extra'), 0o666);
    const server = await testServer(folder);
    const open: string[] = [];
    const walk = (dir: string): void => {
      for (const entry of readdirSync(dir, { withFileTypes: true })) {
        const path = join(dir, entry.name);
        if (entry.isDirectory()) walk(path);
        else if (path.endsWith('extra') && (statSync(path).mode & 0o077) !== 0) open.push(path);
      }
    };
    walk(folder);
    expect(statSync(folder).mode & 0o077).toBe(0);
    expect(open).toEqual([]);
    await server.stop();
    discard(folder);
  });
});
