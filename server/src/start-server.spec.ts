import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { once } from 'node:events';
import { v7 as uuid } from 'uuid';
import { builtServer } from './testing/built-server';
import { readSettings, StartRefused } from './settings';
import { startServer } from './start-server';
import { discard, eventMaker, OPENING, seededFolder, testServer } from './testing/test-server';

describe('the settings', () => {
  it('default to loopback, port 4310 and the data folder', () => {
    expect(readSettings({}, '/srv')).toEqual({ host: '127.0.0.1', port: 4310, dataDir: '/srv/data' });
  });

  it('refuse any other host with the reason, and what is no port', () => {
    expect(() => readSettings({ HOST: '0.0.0.0' }, '/')).toThrowError(StartRefused, /no sign-in and no TLS/);
    expect(() => readSettings({ PORT: 'web' }, '/')).toThrowError(StartRefused, /is no port/);
    expect(() => readSettings({ PORT: '70000' }, '/')).toThrowError(StartRefused, /is no port/);
  });
});

describe('the server', () => {
  it('says plainly that its port is in use, and gives the folder free', async () => {
    const blocker = createServer().listen(0, '127.0.0.1');
    await once(blocker, 'listening');
    const { port } = blocker.address() as AddressInfo;
    const folder = await seededFolder();
    const start = (): Promise<unknown> =>
      startServer({ settings: { host: '127.0.0.1', port, dataDir: folder }, page: '/nowhere' });
    await expectAsync(start()).toBeRejectedWithError(new RegExp(`Port ${port} on 127.0.0.1 is in use`));
    await expectAsync(start()).toBeRejectedWithError(/in use; stop what uses it or set PORT/);
    blocker.close();
    discard(folder);
  });

  it('refuses a second owner and leaves the first unharmed', async () => {
    const first = await testServer();
    await expectAsync(testServer(first.folder)).toBeRejectedWithError(/is in use by another Juxtameter/);
    expect((await first.request('GET', '/api/visits')).status).toBe(200);
    await first.stop();
    discard(first.folder);
  });

  it('keeps every acknowledged event when it is killed', async () => {
    const folder = await seededFolder();
    const child = spawn(process.execPath, [builtServer()], {
      env: { ...process.env, DATA_DIR: folder, PORT: '0' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const address = await addressOf(child);
    const visit = uuid();
    const make = eventMaker(visit);
    const post = (path: string, body: unknown): Promise<Response> =>
      fetch(`${address}${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
    expect((await post('/api/visits', { id: visit, unit: 'mist-line-3' })).status).toBe(201);
    await post(`/api/visits/${visit}/events`, { events: [make(OPENING)] });
    for (let count = 0; count < 20; count += 1) {
      expect(
        (await post(`/api/visits/${visit}/events`, { events: [make({ type: 'note-added', text: `note ${count}` })] }))
          .status,
      ).toBe(200);
    }
    child.kill('SIGKILL');
    await once(child, 'exit');
    const again = await testServer(folder);
    const { body } = await again.request('GET', `/api/visits/${visit}`);
    expect((body['events'] as unknown as { text?: string }[]).flatMap((event) => event.text ?? [])).toEqual(
      Array.from({ length: 20 }, (_, count) => `note ${count}`),
    );
    await again.stop();
    discard(folder);
  });

  it('stops cleanly on Ctrl-C', async () => {
    const folder = await seededFolder();
    const child = spawn(process.execPath, [builtServer()], {
      env: { ...process.env, DATA_DIR: folder, PORT: '0' },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    await addressOf(child);
    child.kill('SIGINT');
    const [code] = (await once(child, 'exit')) as [number | null];
    expect(code).toBe(0);
    const again = await testServer(folder);
    await again.stop();
    discard(folder);
  });
});

async function addressOf(child: ChildProcess): Promise<string> {
  for await (const chunk of child.stdout ?? []) {
    const address = /http:\/\/\S+/.exec(String(chunk))?.[0];
    if (address) return address;
  }
  throw new Error('the server ended without an address');
}
