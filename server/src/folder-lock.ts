import { randomUUID } from 'node:crypto';
import { existsSync, linkSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { bootId } from './boot-id';
import { keepPrivate } from './private-folder';
import { StartRefused } from './settings';

/** Exclusive ownership of a data folder: two owners would lose rows or make it unopenable. */
export interface FolderLock {
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
  /** Where the owner answers, once it does. */
  readonly address?: string;
}

const NAME = 'owner.lock';
/** A process that took over a stale lock waits this long, in milliseconds, and looks whether it still holds it. */
const SETTLE = 60;

/**
 * Takes the lock of a folder. A lock left by a process that is gone is taken over.
 * @throws StartRefused when another live process owns it or the folder cannot be written.
 */
export async function lockFolder(folder: string): Promise<FolderLock> {
  makeFolder(folder);
  const path = join(folder, NAME);
  const owner: Owner = {
    nonce: randomUUID(),
    pid: process.pid,
    started: startOf(process.pid) ?? 'unknown',
    boot: bootId(),
  };
  const draft = join(folder, `${NAME}.${owner.nonce}`);
  writeFileSync(draft, JSON.stringify(owner));
  try {
    for (let attempt = 0; attempt < 5; attempt += 1) {
      if (linked(draft, path)) return held(path, owner);
      const other = readOwner(path);
      if (other && isAlive(other))
        throw new StartRefused(
          `${folder} is in use by another Juxtameter (process ${other.pid}); stop it first or set DATA_DIR.`,
        );
      moveStaleAside(path, other);
      if (linked(draft, path)) {
        await wait(SETTLE);
        if (readOwner(path)?.nonce === owner.nonce) return held(path, owner);
      }
    }
  } finally {
    rmSync(draft, { force: true });
  }
  throw new StartRefused(`${folder} could not be locked: several servers are starting on it at once.`);
}

/** Where the live owner of a folder answers; undefined when nobody owns it or it does not say. */
export function ownerAddress(folder: string): string | undefined {
  const owner = readOwner(join(folder, NAME));
  return owner && isAlive(owner) ? owner.address : undefined;
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
    throw new StartRefused(
      `${folder} cannot be written (${(error as NodeJS.ErrnoException).code ?? 'unknown reason'}); set DATA_DIR to a folder that can.`,
    );
  }
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

function isAlive(owner: Owner): boolean {
  if (owner.boot !== bootId()) return false;
  const started = startOf(owner.pid);
  if (started !== undefined) return started === owner.started;
  return owner.started === 'unknown' && respondsToSignal(owner.pid);
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

function held(path: string, owner: Owner): FolderLock {
  return {
    publish(address) {
      const draft = `${path}.${owner.nonce}`;
      writeFileSync(draft, JSON.stringify({ ...owner, address }));
      renameSync(draft, path);
    },
    release() {
      if (readOwner(path)?.nonce === owner.nonce) rmSync(path, { force: true });
    },
  };
}

/** Start time of a process, field 22 of /proc/PID/stat; undefined when there is none, or no /proc. */
function startOf(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The command name, in parentheses, may hold spaces.
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return undefined;
  }
}

function respondsToSignal(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
