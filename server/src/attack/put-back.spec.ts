import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { archiveCommand } from '../archive-command';
import {
  discard,
  eventMaker,
  OPENING,
  scratchFolder,
  seededFolder,
  testServer,
  type TestServer,
} from '../testing/test-server';

/** What a device asks: how far the orders it remembers of an era are known here. */
async function reach(server: TestServer, era: string): Promise<number | undefined> {
  return ((await server.request('GET', `/api/eras/${era}`)).body as unknown as { reach?: number }).reach;
}

/** Logs so many events in a new visit. Returns the era and the last order. */
async function logged(server: TestServer, count: number): Promise<{ era: string; last: number }> {
  const visit = uuid();
  const make = eventMaker(visit);
  await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
  const events = [make(OPENING), ...Array.from({ length: count }, () => make({ type: 'note-added', text: 'x' }))];
  const answer = await server.request('POST', `/api/visits/${visit}/events`, { events });
  const orders = (answer.body['events'] as unknown as { seq: number }[]).map(({ seq }) => seq);
  return { era: answer.headers.get('juxtameter-era') ?? '', last: Math.max(...orders) };
}

describe('a server that is not the one it was', () => {
  it('knows how far it has what it once acknowledged, through stops and starts', async () => {
    const server = await testServer();
    const first = await logged(server, 5);
    expect(await reach(server, first.era)).toBe(first.last);
    await server.stop();
    const again = await testServer(server.folder);
    const second = await logged(again, 3);
    expect(second.era).not.toBe(first.era);
    expect(await reach(again, first.era)).toBe(first.last);
    expect(await reach(again, second.era)).toBe(second.last);
    expect(again.notices).toEqual([]);
    await again.stop();
    discard(server.folder);
  });

  it('put back to an older folder or backup, knows no more than that, whatever it has stored since', async () => {
    if (process.env['TEST_DATABASE_URL']) return;
    const folder = await seededFolder();
    const scratch = scratchFolder();
    const before = await testServer(folder);
    const first = await logged(before, 5);
    await archiveCommand(
      ['backup', join(scratch, 'old.zip')],
      { host: '127.0.0.1', port: 0, dataDir: folder },
      () => undefined,
    );
    const late = await logged(before, 7);
    expect(late.era).toBe(first.era);
    await before.stop();
    cpSync(folder, join(scratch, 'older'), { recursive: true });
    const newer = await testServer(folder);
    const lost = await logged(newer, 9);
    await newer.stop();
    rmSync(folder, { recursive: true });

    // A copy of the folder from before the last start has all of the first era and nothing of the second.
    const copied = await testServer(join(scratch, 'older'));
    await logged(copied, 30);
    expect(await reach(copied, late.era)).toBe(late.last);
    expect(await reach(copied, lost.era)).toBeUndefined();
    await copied.stop();

    // A backup from the middle of the first era has that much of it, though as many orders were given again since.
    const target = join(scratch, 'restored');
    await archiveCommand(
      ['restore', join(scratch, 'old.zip')],
      { host: '127.0.0.1', port: 0, dataDir: target },
      () => undefined,
    );
    const restored = await testServer(target);
    await logged(restored, 40);
    expect(await reach(restored, first.era)).toBe(first.last);
    expect(await reach(restored, lost.era)).toBeUndefined();
    await restored.stop();

    const other = await testServer(await seededFolder());
    expect(await reach(other, uuid())).toBeUndefined();
    expect(await reach(other, 'no era')).toBeUndefined();
    await other.stop();
    [other.folder, scratch].forEach(discard);
  }, 120_000);

  it('says on every answer what it is, also where it refuses', async () => {
    const server = await testServer();
    const version = (await server.request('GET', '/api/health')).headers.get('juxtameter');
    expect(version).toMatch(/^\d+\.\d+\.\d+/);
    for (const path of ['/api/visits', '/api/nowhere', '/nowhere.js', '/'])
      expect((await server.request('GET', path)).headers.get('juxtameter'))
        .withContext(path)
        .toBe(version);
    await server.stop();
    discard(server.folder);
  });
});
