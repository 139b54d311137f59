import { once } from 'node:events';
import { Worker } from 'node:worker_threads';

/** Volts of nodes by their numbers, real and imaginary. */
export type NodeVolts = ReadonlyMap<number, readonly [number, number]>;

/** In a thread of its own: it leaves a browser's globals behind, which other libraries take for a browser. */
const THREAD = `
const { parentPort } = require('node:worker_threads');
(async () => {
  const { Simulation } = await import('eecircuit-engine');
  const simulation = new Simulation();
  await simulation.start();
  parentPort.on('message', async (netlist) => {
    simulation.setNetList(netlist);
    const { data } = await simulation.runSim();
    parentPort.postMessage(
      data.map(({ name, values: [value] }) => [name, typeof value === 'object' ? [value.real, value.img] : [value, 0]]),
    );
  });
  parentPort.postMessage('ready');
})();`;

/** ngspice 45, run unchanged on what the product writes: it has no line in common with the solver. */
export class Ngspice {
  private constructor(private readonly worker: Worker) {}

  static async start(): Promise<Ngspice> {
    const worker = new Worker(THREAD, { eval: true, execArgv: [] });
    await once(worker, 'message');
    return new Ngspice(worker);
  }

  async volts(netlist: string): Promise<NodeVolts> {
    const answered = once(this.worker, 'message');
    this.worker.postMessage(netlist);
    const [named] = (await answered) as [readonly (readonly [string, readonly [number, number]])[]];
    const volts = new Map<number, readonly [number, number]>([[0, [0, 0]]]);
    for (const [name, value] of named) {
      const node = /^v\((\d+)\)$/.exec(name)?.[1];
      if (node !== undefined) volts.set(Number(node), value);
    }
    return volts;
  }

  async stop(): Promise<void> {
    await this.worker.terminate();
  }
}
