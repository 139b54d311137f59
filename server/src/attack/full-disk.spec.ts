import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { requestLogger } from '../request-logger';
import { serverProcess } from '../testing/server-process';
import { discard, eventMaker, OPENING, scratchFolder, seededFolder, testServer } from '../testing/test-server';

/** A small disk of its own, where this process may mount one. */
function smallDisk(megabytes: number): string | undefined {
  const folder = scratchFolder();
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${megabytes}m`, 'tmpfs', folder]);
  return mounted.status === 0 ? folder : undefined;
}

function unmount(folder: string): void {
  execFileSync('umount', ['-l', folder]);
  discard(folder);
}

/** Takes all the room there is. */
function fill(folder: string): void {
  const chunk = Buffer.alloc(2 ** 20);
  try {
    for (;;) writeFileSync(join(folder, 'ballast'), chunk, { flag: 'a' });
  } catch {
    // Full now.
  }
}

describe('a full disk', () => {
  it('lets reading go on, refuses writing in words, and is got over without a restart', async () => {
    const disk = smallDisk(400);
    if (disk === undefined) return pending('no disk can be mounted here');
    cpSync(await seededFolder(), disk, { recursive: true });
    // A process of its own: what is not caught ends it.
    const server = await serverProcess(disk);
    const visit = uuid();
    const make = eventMaker(visit);
    await server.post('/api/visits', { id: visit, unit: 'mist-line-3' });
    const send = (events: readonly unknown[]) => server.post(`/api/visits/${visit}/events`, { events });
    expect((await send([make(OPENING)])).status).toBe(200);

    fill(disk);
    const waits = make({ type: 'note-added', text: 'while it is full' });
    for (let count = 0; count < 30; count += 1) {
      const refused = await send([waits]);
      expect(refused.status).toBe(507);
      const said = (await refused.json()) as { detail: string };
      expect(said.detail).toContain('nothing was stored');
      for (const path of ['/api/visits', `/api/visits/${visit}`, '/api/library', '/api/history?sites=fernhollow'])
        expect((await fetch(`${server.address}${path}`)).status)
          .withContext(path)
          .toBe(200);
    }
    const health = await fetch(`${server.address}/api/health`);
    expect(health.status).toBe(503);
    expect(await health.json()).toEqual(jasmine.objectContaining({ disk: 'takes nothing', database: 'answers' }));
    expect(server.child.exitCode).toBeNull();

    rmSync(join(disk, 'ballast'));
    expect((await send([waits])).status).toBe(200);
    expect((await fetch(`${server.address}/api/health`)).status).toBe(200);
    await server.kill('SIGINT');

    fill(disk);
    await expectAsync(testServer(disk)).toBeRejectedWithError(/less than \d+ MB left|cannot be written \(ENOSPC\)/);
    rmSync(join(disk, 'ballast'));
    const again = await testServer(disk);
    const { body } = await again.request('GET', `/api/visits/${visit}`);
    expect((body['events'] as unknown as unknown[]).length).toBe(2);
    await again.stop();
    unmount(disk);
  }, 240_000);

  it('that can only be read is said in one sentence at the start, and refuses while the server runs', async () => {
    const disk = smallDisk(400);
    if (disk === undefined) return pending('no disk can be mounted here');
    cpSync(await seededFolder(), disk, { recursive: true });
    const server = await testServer(disk);
    const visit = uuid();
    const make = eventMaker(visit);
    await server.request('POST', '/api/visits', { id: visit, unit: 'mist-line-3' });
    expect((await server.request('POST', `/api/visits/${visit}/events`, { events: [make(OPENING)] })).status).toBe(200);
    await server.stop();
    const remount = (how: string) => spawnSync('mount', ['-o', `remount,${how}`, disk]).status;
    if (remount('ro') !== 0) return pending('no disk can be made read only here');
    await expectAsync(testServer(disk)).toBeRejectedWithError(/cannot be written \(EROFS\)/);
    remount('rw');
    const again = await testServer(disk);
    expect((await again.request('GET', '/api/health')).status).toBe(200);
    await again.stop();
    unmount(disk);
  }, 120_000);

  it('ends no log: what could not be written is counted', () => {
    const folder = scratchFolder();
    const later = join(folder, 'not there yet');
    const logger = requestLogger(later, 'info');
    logger.info('first');
    logger.info('second');
    mkdirSync(later);
    logger.info('third');
    const lines = readFileSync(join(later, 'server.log'), 'utf8').trim().split('\n');
    expect(lines.map((line) => JSON.parse(line) as object)).toEqual([
      { msg: 'lines lost', lost: 2 },
      jasmine.objectContaining({ msg: 'third' }),
    ]);
    discard(folder);
  });
});
