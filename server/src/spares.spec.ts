import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { SpareEntry, SpareFact } from '@juxtameter/core';
import { v7 as uuid } from 'uuid';
import { archiveCommand } from './archive-command';
import { filesOfZip } from './testing/archive-files';
import { serverProcess } from './testing/server-process';
import { discard, scratchFolder, seededFolder, testServer, type TestServer } from './testing/test-server';

const DEVICE = uuid();

function entry(fact: SpareFact, overrides: Partial<SpareEntry> = {}): SpareEntry {
  const about = { id: uuid(), device: DEVICE, at: '2026-12-01T08:00:00.000Z', place: 'Van 2', number: 'IG-7 B' };
  return { ...about, ...fact, ...overrides } as SpareEntry;
}

const entriesOf = async ({ request }: Pick<TestServer, 'request'>): Promise<readonly SpareEntry[]> =>
  ((await request('GET', '/api/spares')).body['entries'] as unknown as readonly SpareEntry[]).filter(
    // The demo has some of its own.
    ({ device }) => device === DEVICE,
  );

const byId = (entries: readonly SpareEntry[]): readonly SpareEntry[] =>
  [...entries].sort((a, b) => (a.id < b.id ? -1 : 1));

describe('spares on the server', () => {
  let server: TestServer;
  beforeAll(async () => (server = await testServer()));
  afterAll(async () => {
    await server.stop();
    discard(server.folder);
  });

  it('are stored once, however often they are sent, and whole or not at all', async () => {
    const [one, other] = [entry({ type: 'counted', count: 3, level: 1 }), entry({ type: 'taken', count: 1 })];
    expect((await server.request('POST', '/api/spares', { entries: [one] })).body['stored'] as unknown).toBe(1);
    expect(
      (await server.request('POST', '/api/spares', { entries: [one, other, other] })).body['stored'] as unknown,
    ).toBe(1);
    expect(byId(await entriesOf(server))).toEqual(byId([one, other]));

    const changed = { ...one, count: 30 } as SpareEntry;
    const refused = await server.request('POST', '/api/spares', { entries: [entry({ type: 'dropped' }), changed] });
    expect(refused.status).toBe(409);
    const twice = entry({ type: 'put', count: 1 });
    const contradicting = { ...twice, count: 2 } as SpareEntry;
    expect((await server.request('POST', '/api/spares', { entries: [twice, contradicting] })).status).toBe(409);
    expect((await entriesOf(server)).length).toBe(2);
  });

  it('that are none are refused in words, and nothing of them is stored', async () => {
    const before = (await entriesOf(server)).length;
    for (const [wrong, words] of [
      [entry({ type: 'counted', count: -1 }), /must be from 0/],
      [entry({ type: 'taken', count: 0 }), /must be from 1/],
      [entry({ type: 'put', count: 1.5 }), /whole number/],
      [entry({ type: 'stolen', count: 1 } as never), /must be one of counted, put, taken/],
      [entry({ type: 'put', count: 1 }, { at: 'yesterday' }), /is not a time/],
      [entry({ type: 'put', count: 1 }, { id: '7' }), /version 7 UUID/],
    ] as const) {
      const { status, text } = await server.request('POST', '/api/spares', {
        entries: [entry({ type: 'put', count: 1 }), wrong],
      });
      expect(status).withContext(String(words)).toBe(422);
      expect(text).toMatch(words);
    }
    expect((await server.request('POST', '/api/spares', { entries: [] })).status).toBe(422);
    expect((await entriesOf(server)).length).toBe(before);
  });
});

describe('spares in a data folder', () => {
  const folders: string[] = [];
  const folder = (of: string): string => (folders.push(of), of);
  afterAll(() => folders.forEach(discard));

  it('outlive a server that is killed the moment it has answered, a dump, a backup and a restore', async () => {
    const dataDir = folder(await seededFolder());
    const victim = await serverProcess(dataDir);
    const all = Array.from({ length: 20 }, (_, index) => entry({ type: 'counted', count: index }));
    for (const each of all) expect((await victim.post('/api/spares', { entries: [each] })).status).toBe(200);
    await victim.kill('SIGKILL');

    const again = await testServer(dataDir);
    expect(byId(await entriesOf(again))).toEqual(byId(all));
    const backup = join(folder(scratchFolder()), 'backup.zip');
    writeFileSync(backup, Buffer.from(await (await fetch(`${again.address}/api/backup`)).arrayBuffer()));
    await again.stop();
    expect(Object.keys(await filesOfZip(backup))).toContain('spares.json');

    const restored = join(folder(scratchFolder()), 'restored');
    const settings = { host: '127.0.0.1', port: 0, dataDir: restored };
    await archiveCommand(['restore', backup], settings as never, () => undefined);
    const third = await testServer(restored);
    expect(byId(await entriesOf(third))).toEqual(byId(all));
    await third.stop();
  });
});
