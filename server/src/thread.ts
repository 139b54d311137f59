import { Worker, type ResourceLimits } from 'node:worker_threads';

/** What can be run in a thread of its own: the modules of `threads`. */
export type ThreadName = 'verify-archive' | 'pack-archive' | 'look-through';

/** Runs a module of ours in a thread of its own, from the built server or, in specs, from the source. */
export function thread(name: ThreadName, data: object, resourceLimits: ResourceLimits = {}): Worker {
  if (import.meta.url.endsWith('.js'))
    return new Worker(new URL(`./thread-${name}.js`, import.meta.url), {
      execArgv: [],
      workerData: data,
      resourceLimits,
    });
  const module = new URL(`./threads/${name}.ts`, import.meta.url).href;
  const loader = import.meta.resolve('tsx/esm/api');
  return new Worker(BOOT, { eval: true, execArgv: [], workerData: { ...data, module, loader }, resourceLimits });
}

/** The loader that takes the types off does not come along by itself: a line of plain script registers it first. */
const BOOT = `
const { workerData: { loader, module } } = require('node:worker_threads');
import(loader).then(({ register }) => { register(); return import(module); });
`;
