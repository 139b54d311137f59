import { mkdirSync, writeFileSync } from 'node:fs';
import { request as rawRequest } from 'node:http';
import { connect } from 'node:net';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { readDemo } from '@juxtameter/demo';
import { startServer, type RunningServer } from './start-server';
import { discard, eventMaker, OPENING, scratchFolder, testServer, type TestServer } from './testing/test-server';

describe('what is let in and what is given away', () => {
  let server: TestServer;
  let page: string;

  beforeAll(async () => {
    const outer = scratchFolder();
    writeFileSync(join(outer, 'secret.txt'), 'not yours');
    page = join(outer, 'page');
    mkdirSync(page);
    writeFileSync(join(page, 'index.html'), '<!doctype html><title>Juxtameter</title>');
    server = await testServer(undefined, page);
  });

  afterAll(async () => {
    await server.stop();
    discard(server.folder);
    discard(join(page, '..'));
  });

  it('puts its headers on pages, answers and errors alike', async () => {
    for (const path of ['/', '/start', '/api/library', '/api/nothing', '/missing.js', '/api/visits/none']) {
      const { headers } = await server.request('GET', path);
      const policy = headers.get('content-security-policy') ?? '';
      expect(policy).withContext(path).toContain("default-src 'self'");
      expect(/script-src ([^;]*)/.exec(policy)?.[1])
        .withContext(path)
        .toBe("'self'");
      expect(policy).withContext(path).toContain("frame-ancestors 'none'");
      expect(policy).withContext(path).toContain("object-src 'none'");
      expect(headers.get('x-content-type-options')).withContext(path).toBe('nosniff');
      expect(headers.get('referrer-policy')).withContext(path).toBe('no-referrer');
      expect(headers.get('cross-origin-opener-policy')).withContext(path).toBe('same-origin');
      expect(headers.get('x-powered-by')).withContext(path).toBeNull();
    }
  });

  it('reads nothing outside the page, however the path is written', async () => {
    const paths = [
      '/../secret.txt',
      '/..%2fsecret.txt',
      '/%2e%2e/secret.txt',
      '/..\\secret.txt',
      '/..%5csecret.txt',
      '/%252e%252e%252fsecret.txt',
      '//../secret.txt',
      '/fonts/../../secret.txt',
      '/secret.txt%00.js',
      '/api/procedures/..%2f..%2fsecret',
      '/%c0%ae%c0%ae/secret.txt',
    ];
    for (const path of paths) {
      const { status, text } = await raw(path);
      expect(text).withContext(path).not.toContain('not yours');
      expect([200, 400, 403, 404]).withContext(path).toContain(status);
    }
  });

  /** Sent as it is written: `fetch` would tidy the path up. */
  function raw(path: string, headers: Record<string, string> = {}): Promise<{ status: number; text: string }> {
    const { hostname, port } = new URL(server.address);
    return new Promise((resolve, reject) => {
      const request = rawRequest({ hostname, port, path, headers }, (response) => {
        let text = '';
        response.on('data', (chunk) => (text += String(chunk)));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text }));
      });
      request.on('error', reject);
      request.end();
    });
  }

  it('answers no name but its own, on pages and the API, and writes for no foreign page', async () => {
    for (const host of [
      'attacker.example',
      'attacker.example:80',
      '127.0.0.1.attacker.example',
      'localhost.',
      '0.0.0.0',
    ]) {
      expect((await raw('/', { host })).status)
        .withContext(host)
        .toBe(421);
      expect((await raw('/api/visits', { host })).status)
        .withContext(host)
        .toBe(421);
    }
    const body = { id: uuid(), unit: 'mist-line-3' };
    for (const origin of [
      'http://attacker.example',
      'null',
      `${server.address}.attacker.example`,
      'https://127.0.0.1',
    ]) {
      const { status } = await server.request('POST', '/api/visits', body, { origin });
      expect(status).withContext(origin).toBe(403);
    }
    const plain = await server.request('POST', '/api/visits', JSON.stringify(body), { 'content-type': 'text/plain' });
    expect(plain.status).toBe(415);
  });

  it('refuses oversized bodies of every kind of request and goes on', async () => {
    const large = JSON.stringify({ files: [{ name: 'x', text: 'x'.repeat(17_000_000) }] });
    expect((await server.request('POST', '/api/import', large)).status).toBe(413);
    expect((await server.request('POST', '/api/visits', large)).status).toBe(413);
    const middling = JSON.stringify({ x: 'x'.repeat(1_100_000) });
    expect((await server.request('PUT', '/api/unit-models/x', middling)).status).toBe(413);
    expect((await server.request('POST', `/api/visits/${uuid()}/events`, middling)).status).toBe(413);
    expect((await server.request('GET', '/api/health')).status).toBe(200);
  });

  it('keeps spreadsheets from reckoning what was typed', async () => {
    const id = uuid();
    await server.request('POST', '/api/visits', { id, unit: 'mist-line-3' });
    const make = eventMaker(id);
    const formulas = ['=1+1', '+1+1', '-1+A1', '@SUM(A1)', '\t=1', '=cmd|calc', '-2 -3', '-1 =A1'];
    await server.request('POST', `/api/visits/${id}/events`, { events: [eventMaker(id)(OPENING)] });
    const events = formulas.map((text) =>
      make({
        type: 'reading-taken',
        function: 'ac-voltage',
        from: text.trim(),
        to: 'frame',
        text,
        judgement: { verdict: 'unjudged', sentence: `${text} is kept`, rulesVersion: 1 },
        grade: 'measured',
      }),
    );
    expect((await server.request('POST', `/api/visits/${id}/events`, { events })).status).toBe(200);
    const { text } = await server.request('GET', `/api/visits/${id}/readings.csv`);
    const cells = text.split('\r\n').slice(1).join(',').split(',');
    expect(cells.filter((cell) => /^"?[=+@\t]/.test(cell))).toEqual([]);
    expect(cells.filter((cell) => /^"?-/.test(cell))).toEqual([]);
  });
});

describe('senders that take their time', () => {
  let server: RunningServer;
  const folder = scratchFolder();

  beforeAll(async () => {
    const patience = { headersTimeout: 400, requestTimeout: 800 };
    const settings = { host: '127.0.0.1', port: 0, dataDir: folder };
    server = await startServer({ settings, page: '/nowhere', demo: readDemo, patience });
  });

  afterAll(async () => {
    await server.stop();
    discard(folder);
  });

  for (const [what, first] of [
    ['headers', 'POST /api/visits HTTP/1.1\r\nHost: 127.0.0.1\r\n'],
    [
      'a body',
      'POST /api/visits HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"id":',
    ],
  ] as const) {
    it(`are cut off when they dribble ${what}, and nobody else waits for them`, async () => {
      const slow = Array.from({ length: 20 }, () => dribble(first));
      const begun = Date.now();
      expect((await fetch(`${server.address}/api/health`)).status).toBe(200);
      expect(Date.now() - begun).toBeLessThan(2000);
      const answers = await Promise.all(slow);
      // Cut off in words or without; a busy machine may find the letters malformed before it finds them late.
      expect(answers.filter((answer) => answer !== '' && !/^HTTP\/1\.1 4\d\d/.test(answer))).toEqual([]);
    });
  }

  /** Sends a letter now and then until the server has had enough; what it answered. */
  function dribble(first: string): Promise<string> {
    return new Promise((resolve) => {
      const socket = connect(Number(new URL(server.address).port), '127.0.0.1');
      let answer = '';
      const timer = setInterval(() => socket.write('x'), 100);
      socket.on('connect', () => socket.write(first));
      socket.on('data', (chunk) => (answer += String(chunk)));
      socket.on('error', () => undefined);
      socket.on('close', () => {
        clearInterval(timer);
        resolve(answer);
      });
    });
  }
});
