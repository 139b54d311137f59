import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { lockFolder } from './folder-lock';
import { discard, scratchFolder } from './testing/test-server';

describe('the lock of a data folder', () => {
  let folder: string;
  let sleeper: ChildProcess | undefined;

  beforeEach(() => {
    folder = scratchFolder();
  });

  afterEach(() => {
    sleeper?.kill('SIGKILL');
    discard(folder);
  });

  const lockFile = (): string => join(folder, 'owner.lock');

  it('lets one owner in and the next one only after it has left', async () => {
    const first = await lockFolder(folder);
    await expectAsync(lockFolder(folder)).toBeRejectedWithError(
      /is in use by another Juxtameter \(process \d+\); stop it first or set DATA_DIR/,
    );
    first.release();
    (await lockFolder(folder)).release();
  });

  it('takes over from a process that is gone', async () => {
    sleeper = spawn(process.execPath, ['-e', 'setTimeout(() => {}, 1)']);
    await once(sleeper, 'exit');
    writeFileSync(lockFile(), JSON.stringify({ nonce: 'old', pid: sleeper.pid, started: '1', boot: bootId() }));
    (await lockFolder(folder)).release();
  });

  it('is not fooled by a process id that is in use again', async () => {
    sleeper = spawn('sleep', ['30']);
    await once(sleeper, 'spawn');
    writeFileSync(lockFile(), JSON.stringify({ nonce: 'old', pid: sleeper.pid, started: '1', boot: bootId() }));
    (await lockFolder(folder)).release();
  });

  it('takes over after a reboot and from a lock cut short by a crash', async () => {
    const lease = 600;
    const owner = await lockFolder(folder);
    const held = JSON.parse(readFileSync(lockFile(), 'utf8')) as Record<string, unknown>;
    writeFileSync(lockFile(), JSON.stringify({ ...held, nonce: 'before', boot: 'another boot', place: 'there' }));
    (await lockFolder(folder, { lease })).release();
    writeFileSync(lockFile(), '{"nonce":"ha');
    const next = await lockFolder(folder);
    owner.release();
    await expectAsync(lockFolder(folder)).toBeRejected();
    next.release();
  });

  it('lets exactly one of many win', async () => {
    writeFileSync(lockFile(), JSON.stringify({ nonce: 'old', pid: 999999, started: '1', boot: bootId() }));
    const tries = await Promise.allSettled(Array.from({ length: 8 }, () => lockFolder(folder)));
    expect(tries.filter((each) => each.status === 'fulfilled').length).toBe(1);
  });

  it('says plainly that a folder cannot be written', async () => {
    writeFileSync(join(folder, 'file'), '');
    await expectAsync(lockFolder('/proc/below')).toBeRejectedWithError(/cannot be written/);
    await expectAsync(lockFolder(join(folder, 'file', 'below'))).toBeRejectedWithError(
      /cannot be written \(\w+\); set DATA_DIR/,
    );
  });

  function bootId(): string {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  }
});
