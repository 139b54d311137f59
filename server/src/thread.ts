import { Worker, type ResourceLimits } from 'node:worker_threads';

/**
 * Runs a module of ours in a thread of its own. The loader that takes the types off the main thread's modules does not
 * come along by itself: a line of plain script registers it there first.
 */
export function thread(module: string, data: object, resourceLimits: ResourceLimits = {}): Worker {
  const loader = import.meta.resolve('tsx/esm/api');
  return new Worker(BOOT, { eval: true, execArgv: [], workerData: { ...data, module, loader }, resourceLimits });
}

const BOOT = `
const { workerData: { loader, module } } = require('node:worker_threads');
import(loader).then(({ register }) => { register(); return import(module); });
`;
