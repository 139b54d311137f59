import { randomUUID } from 'node:crypto';
import { existsSync, linkSync, mkdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { bootId } from './boot-id';
import { keepPrivate } from './private-folder';
import { processPlace, respondsToSignal, startOf } from './process-place';
import { StartRefused } from './settings';

/** Exclusive ownership of a data folder: two owners would lose rows or make it unopenable. */
export interface FolderLock {
  /** True where it was taken from an owner that nobody can look for, and that gave no sign of life. */
  readonly wasSilent: boolean;
  /** Whether it is still ours: an owner that was stopped for a while may have lost it. Asked before anything is acknowledged. */
  isHeld(): boolean;
  /** Notes where the owner answers, for tools that find the folder in use. */
  publish(address: string): void;
  release(): void;
}

interface Owner {
  readonly nonce: string;
  readonly pid: number;
  /** When the process began, in the kernel's clock ticks since boot: a re-used process id has another. */
  readonly started: string;
  readonly boot: string;
  /** From where its number is seen; missing in locks of earlier versions. */
  readonly place?: string;
  /** Where the owner answers, once it does. */
  readonly address?: string;
}

export interface LockOptions {
  /** From where this process sees others. */
  readonly place?: string;
  /** How long an owner that cannot be looked for is listened to, in milliseconds. */
  readonly lease?: number;
  /** Told once when somebody else has taken the folder over. */
  readonly onLost?: () => void;
}

const NAME = 'owner.lock';
/** A process that took over a stale lock waits this long, in milliseconds, and looks whether it still holds it. */
const SETTLE = 60;
/** Milliseconds between two signs of life. */
const BEAT = 1000;
/** So many missed signs of life are not a slow disk any more. */
const LEASE = 6 * BEAT;

/**
 * Takes the lock of a folder. A lock left by a process that is gone is taken over at once where its processes can be
 * seen. Where they cannot (another container, another machine on a shared folder) its owner touches the lock once a
 * second, and one that does not for six is taken for gone; it finds out before it acknowledges anything.
 *
 * Node offers no lock that the kernel holds, and on a network share there is none that can be relied on.
 * @throws StartRefused when another live process owns it or the folder cannot be written.
 */
export async function lockFolder(folder: string, options: LockOptions = {}): Promise<FolderLock> {
  makeFolder(folder);
  try {
    return await locked(folder, options);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (error instanceof StartRefused || code === undefined) throw error;
    throw cannotBeWritten(folder, code);
  }
}

async function locked(
  folder: string,
  { place = processPlace(), lease = LEASE, onLost = () => undefined }: LockOptions,
): Promise<FolderLock> {
  const path = join(folder, NAME);
  const owner: Owner = {
    nonce: randomUUID(),
    pid: process.pid,
    started: startOf(process.pid) ?? 'unknown',
    boot: bootId(),
    place,
  };
  const draft = join(folder, `${NAME}.${owner.nonce}`);
  writeFileSync(draft, JSON.stringify(owner));
  let wasSilent = false;
  try {
    for (let attempt = 0; attempt < 5; attempt += 1) {
      if (linked(draft, path)) return held(path, owner, wasSilent, onLost);
      const other = readOwner(path);
      if (other && (await isAlive(path, other, place, lease)))
        throw new StartRefused(
          `${folder} is in use by another Juxtameter (process ${other.pid}${isSeen(other, place) ? '' : ', in another container or on another machine'}); stop it first or set DATA_DIR.`,
        );
      wasSilent ||= other !== undefined && !isSeen(other, place);
      moveStaleAside(path, other);
      if (linked(draft, path)) {
        await wait(SETTLE);
        if (readOwner(path)?.nonce === owner.nonce) return held(path, owner, wasSilent, onLost);
      }
    }
  } finally {
    rmSync(draft, { force: true });
  }
  throw new StartRefused(`${folder} could not be locked: several servers are starting on it at once.`);
}

/** Where the live owner of a folder answers; undefined when nobody owns it or it does not say. */
export async function ownerAddress(
  folder: string,
  { place = processPlace(), lease = LEASE }: LockOptions = {},
): Promise<string | undefined> {
  const path = join(folder, NAME);
  const owner = readOwner(path);
  return owner && (await isAlive(path, owner, place, lease)) ? owner.address : undefined;
}

function makeFolder(folder: string): void {
  try {
    // Node's recursive form never returns where the system answers "no such file" to a plain mkdir, as below /proc.
    if (existsSync(dirname(folder))) makeOne(folder);
    else mkdirSync(folder, { recursive: true, mode: 0o700 });
    keepPrivate(folder);
    const probe = join(folder, `.write-${randomUUID()}`);
    writeFileSync(probe, '');
    rmSync(probe);
  } catch (error) {
    throw cannotBeWritten(folder, (error as NodeJS.ErrnoException).code ?? 'unknown reason');
  }
}

function cannotBeWritten(folder: string, reason: string): StartRefused {
  return new StartRefused(
    `${folder} cannot be written (${reason}); set DATA_DIR to a folder that can, or free its disk.`,
  );
}

function makeOne(folder: string): void {
  if (!existsSync(folder)) mkdirSync(folder, { mode: 0o700 });
}

/** A hard link fails when the target exists: the only step that decides who wins. */
function linked(draft: string, path: string): boolean {
  try {
    linkSync(draft, path);
    return true;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') return false;
    throw error;
  }
}

function readOwner(path: string): Owner | undefined {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Owner;
  } catch {
    // Missing or cut short by a crash: nobody's.
    return undefined;
  }
}

function isSeen(owner: Owner, place: string): boolean {
  return owner.place === place;
}

/** Whether an owner lives: seen among the processes, or heard of within the lease where it cannot be seen. */
async function isAlive(path: string, owner: Owner, place: string, lease: number): Promise<boolean> {
  // Whatever place it names: a process that is there, with the same start, is the owner.
  if (owner.boot === bootId() && isRunning(owner)) return true;
  if (isSeen(owner, place)) return false;
  const before = signOf(path);
  for (let waited = 0; waited < lease; waited += BEAT / 4) {
    await wait(BEAT / 4);
    if (signOf(path) !== before) return true;
  }
  return false;
}

function isRunning(owner: Owner): boolean {
  const started = startOf(owner.pid);
  if (started !== undefined) return started === owner.started;
  return owner.started === 'unknown' && respondsToSignal(owner.pid);
}

/** Changes with every sign of life. Compared with itself: clocks of two machines are never compared. */
function signOf(path: string): string {
  const { mtimeMs, ino } = statSync(path, { throwIfNoEntry: false }) ?? {};
  return `${mtimeMs} ${ino}`;
}

/** Renames the stale lock away; if what was renamed is a newer owner's, it is put back. */
function moveStaleAside(path: string, stale: Owner | undefined): void {
  const aside = `${path}.stale.${randomUUID()}`;
  try {
    renameSync(path, aside);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return;
    throw error;
  }
  const moved = readOwner(aside);
  if (moved && moved.nonce !== stale?.nonce) linked(aside, path);
  rmSync(aside, { force: true });
}

function held(path: string, owner: Owner, wasSilent: boolean, onLost: () => void): FolderLock {
  const isHeld = (): boolean => readOwner(path)?.nonce === owner.nonce;
  // In a thread of its own: a long piece of work in this one is no silence.
  const beating = new Worker(BEATING, {
    eval: true,
    execArgv: [],
    workerData: { path, nonce: owner.nonce, beat: BEAT },
  });
  beating.unref();
  const watching = setInterval(() => {
    if (isHeld()) return;
    clearInterval(watching);
    onLost();
  }, BEAT).unref();
  return {
    wasSilent,
    isHeld,
    publish(address) {
      const draft = `${path}.${owner.nonce}`;
      writeFileSync(draft, JSON.stringify({ ...owner, address }));
      renameSync(draft, path);
    },
    release() {
      clearInterval(watching);
      void beating.terminate();
      if (isHeld()) rmSync(path, { force: true });
    },
  };
}

/**
 * Touches the lock for as long as it is ours. A sign of life that takes no room: a full disk does not silence it, and a
 * folder that cannot be written can be taken over by nobody either.
 */
const BEATING = `
const { readFileSync, utimesSync } = require('node:fs');
const { workerData: { path, nonce, beat } } = require('node:worker_threads');
setInterval(() => {
  try {
    if (!readFileSync(path, 'utf8').includes(nonce)) return;
    const now = new Date();
    utimesSync(path, now, now);
  } catch {}
}, beat);
`;
