import { spawn, spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { setTimeout as wait } from 'node:timers/promises';
import { v7 as uuid } from 'uuid';
import { builtServer } from '../testing/built-server';
import { lockFolder } from '../folder-lock';
import { addressOf, serverProcess } from '../testing/server-process';
import { discard, eventMaker, OPENING, scratchFolder, seededFolder, testServer } from '../testing/test-server';

/** Runs in a process list of its own, as a container does; undefined where that is not allowed here. */
const ELSEWHERE = ['unshare', '--user', '--map-root-user', '--pid', '--fork', '--mount-proc', '--kill-child'];
const canIsolate = (): boolean => spawnSync(ELSEWHERE[0] ?? '', [...ELSEWHERE.slice(1), 'true']).status === 0;

describe('two owners that cannot see each other', () => {
  const lease = 1500;

  it('are one: the second hears the first and leaves it alone', async () => {
    const folder = scratchFolder();
    const first = await lockFolder(folder, { place: 'container a' });
    // The number it names is nobody's there.
    await expectAsync(lockedFromElsewhere(folder, lease)).toBeRejectedWithError(
      /in another container or on another machine/,
    );
    expect(first.isHeld()).toBeTrue();
    first.release();
    discard(folder);
  });

  it('the second takes over one that gives no sign of life, and the first finds out', async () => {
    const folder = scratchFolder();
    let lost = 0;
    const first = await lockFolder(folder, { place: 'container a', onLost: () => (lost += 1) });
    await silenced(folder);
    const second = await lockedFromElsewhere(folder, lease);
    expect(second.wasSilent).toBeTrue();
    expect(first.isHeld()).toBeFalse();
    await wait(1500);
    expect(lost).toBe(1);
    first.release();
    expect(second.isHeld()).toBeTrue();
    second.release();
    discard(folder);
  });

  it('a server in another container is refused while one runs, and loses nothing of what a stopped one acknowledged', async () => {
    if (process.env['TEST_DATABASE_URL']) return;
    if (!canIsolate()) return pending('no process list of its own can be had here');
    const folder = await seededFolder();
    const first = await serverProcess(folder);
    const visit = uuid();
    const make = eventMaker(visit);
    await first.post('/api/visits', { id: visit, unit: 'mist-line-3' });
    const acknowledged: string[] = [];
    const send = async (text: string): Promise<number> => {
      const event = text === 'opening' ? make(OPENING) : make({ type: 'note-added', text });
      const answer = await first.post(`/api/visits/${visit}/events`, { events: [event] });
      if (answer.ok) acknowledged.push(event.id);
      return answer.status;
    };
    expect(await send('opening')).toBe(200);
    for (let count = 0; count < 20; count += 1) expect(await send(`note ${count}`)).toBe(200);

    const refused = elsewhere(folder);
    const [code] = (await once(refused.child, 'exit')) as [number | null];
    expect(code).toBe(1);
    expect(refused.said()).toContain('in another container or on another machine');
    expect(await send('still mine')).toBe(200);

    first.child.kill('SIGSTOP');
    const late = Promise.allSettled([send('while stopped')]);
    const second = elsewhere(folder);
    const { address } = await addressOf(second.child);
    first.child.kill('SIGCONT');
    await late;
    await Promise.race([once(first.child, 'exit'), wait(5000)]);
    expect(first.child.exitCode).toBe(1);
    const answer = await fetch(`${address}/api/visits/${visit}`);
    const { events } = (await answer.json()) as { events: { id: string }[] };
    const stored = events.map(({ id }) => id);
    expect(acknowledged.filter((id) => !stored.includes(id))).toEqual([]);
    second.child.kill('SIGKILL');
    await wait(300);
    const third = await testServer(folder);
    const { body } = await third.request('GET', `/api/visits/${visit}`);
    expect((body['events'] as unknown as unknown[]).length).toBe(stored.length);
    await third.stop();
    discard(folder);
  }, 180_000);
});

/** As a process does whose list this one's number is not in. */
async function lockedFromElsewhere(folder: string, lease: number): ReturnType<typeof lockFolder> {
  const { readFileSync, writeFileSync } = await import('node:fs');
  const path = `${folder}/owner.lock`;
  const owner = JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>;
  writeFileSync(path, JSON.stringify({ ...owner, pid: 4_194_303 }));
  return lockFolder(folder, { place: 'container b', lease });
}

/** A process that was stopped beats no more. */
async function silenced(folder: string): Promise<void> {
  const { readFileSync, writeFileSync } = await import('node:fs');
  const path = `${folder}/owner.lock`;
  const owner = JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>;
  writeFileSync(path, JSON.stringify({ ...owner, nonce: 'of one that was stopped' }));
}

function elsewhere(folder: string) {
  const child = spawn(ELSEWHERE[0] ?? '', [...ELSEWHERE.slice(1), process.execPath, builtServer()], {
    env: { ...process.env, DATA_DIR: folder, PORT: '0' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (chunk) => (said += String(chunk)));
  return { child, said: () => said };
}
