import { fork, type ChildProcess } from 'node:child_process';
import { setPriority } from 'node:os';
import type { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';

/** What can be run beside all requests: the modules of `aside`. */
type AsideName = 'verify-archive' | 'pack-archive' | 'look-through';

const IS_BUILT = import.meta.url.endsWith('.js');

/** Where a module is: of the built server or, in specs, of the source. */
function placeOf(name: AsideName): URL {
  return new URL(IS_BUILT ? `./aside-${name}.js` : `./aside/${name}.ts`, import.meta.url);
}

/** Runs a module in a thread of its own: what is ours and known to end. */
export function thread(name: AsideName, data: object): Worker {
  if (IS_BUILT) return new Worker(placeOf(name), { execArgv: [], workerData: data });
  const loader = import.meta.resolve('tsx/esm/api');
  return new Worker(BOOT, { eval: true, execArgv: [], workerData: { ...data, module: placeOf(name).href, loader } });
}

/** The loader that takes the types off does not come along by itself: a line of plain script registers it first. */
const BOOT = `
const { workerData: { loader, module } } = require('node:worker_threads');
import(loader).then(({ register }) => { register(); return import(module); });
`;

/**
 * Runs a module in a process of its own: what somebody else wrote and nobody knows the size of. A thread that needs more
 * memory than it may takes the whole server with it when it is ended at that moment; a process takes nobody.
 */
export function childProcess(name: AsideName, megabytes: number): ChildProcess {
  return fork(fileURLToPath(placeOf(name)), [], {
    execArgv: [`--max-old-space-size=${megabytes}`, ...(IS_BUILT ? [] : ['--import', import.meta.resolve('tsx')])],
    serialization: 'advanced',
    stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
  });
}

/** Work that may take its time leaves the processor to whoever waits for an answer (0 is usual, 19 the most modest). */
const MODEST = 10;

/** A process of its own that writes what it makes to its output, at its leisure; files it makes small use a pool of its own. */
export function modestProcess(name: AsideName): ChildProcess & { readonly stdout: Readable } {
  const child = fork(fileURLToPath(placeOf(name)), [], {
    execArgv: IS_BUILT ? [] : ['--import', import.meta.resolve('tsx')],
    serialization: 'advanced',
    stdio: ['ignore', 'pipe', 'inherit', 'ipc'],
  });
  if (child.pid !== undefined) setPriority(child.pid, MODEST);
  return child as ChildProcess & { readonly stdout: Readable };
}

/** Whether a process ended because it needed more memory than it may: V8 aborts then. */
export function isOutOfMemory(code: number | null, signal: NodeJS.Signals | null): boolean {
  return signal === 'SIGABRT' || code === 134;
}
