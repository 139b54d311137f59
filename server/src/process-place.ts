import { readFileSync, readlinkSync } from 'node:fs';
import { hostname } from 'node:os';
import { bootId } from './boot-id';

/**
 * From where this process sees others: one start of one machine, and there one list of processes. What runs in another
 * container, or on another machine that shares the folder, cannot be looked for by its number.
 */
export function processPlace(): string {
  return `${bootId()} ${processList()}`;
}

function processList(): string {
  try {
    return readlinkSync('/proc/self/ns/pid');
  } catch {
    // Systems without containers of this kind: whoever has our name sees our processes.
    return hostname();
  }
}

/** Start time of a process, field 22 of /proc/PID/stat; undefined when there is none, or no /proc. */
export function startOf(pid: number): string | undefined {
  try {
    const stat = readFileSync(`/proc/${pid}/stat`, 'utf8');
    // The command name, in parentheses, may hold spaces.
    return stat.slice(stat.lastIndexOf(')') + 2).split(' ')[19];
  } catch {
    return undefined;
  }
}

export function respondsToSignal(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
