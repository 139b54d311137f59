import { Solver, spiceNetlist, type Network, type Solution } from '@juxtameter/core';
import { Simulation } from 'eecircuit-engine';
import { randomNetwork } from '../../core/src/testing/random-network';
import { seeded } from '../../core/src/testing/tapping-hand';

/** ngspice 45, run unchanged on what the product writes: it has no line in common with the solver. */
async function asNgspice(
  simulation: Simulation,
  network: Network,
  hertz: number,
): Promise<Map<number, [number, number]>> {
  simulation.setNetList(spiceNetlist(network, hertz, 'a network'));
  const result = await simulation.runSim();
  const volts = new Map<number, [number, number]>([[0, [0, 0]]]);
  for (const each of result.data) {
    const node = /^v\((\d+)\)$/.exec(each.name)?.[1];
    if (node === undefined) continue;
    const [value] = each.values;
    volts.set(Number(node), typeof value === 'object' ? [value.real, value.img] : [Number(value), 0]);
  }
  return volts;
}

function worstBeside(solution: Solution, volts: ReadonlyMap<number, [number, number]>): number {
  let worst = 0;
  for (const [node, [real, imaginary]] of volts) {
    const off = Math.hypot((solution.real[node] ?? 0) - real, (solution.imaginary[node] ?? 0) - imaginary);
    const size = Math.hypot(real, imaginary);
    // 1e-6 relative, or a microvolt.
    worst = Math.max(worst, off / Math.max(1e-6 * size, 1e-6));
  }
  return worst;
}

describe('the circuit solver beside ngspice', () => {
  let simulation: Simulation;
  beforeAll(async () => {
    simulation = new Simulation();
    await simulation.start();
  }, 60_000);

  it('agrees to 1e-6 in 200 random networks, at DC and at 50 Hz', async () => {
    const random = seeded(45);
    for (let round = 0; round < 200; round += 1) {
      const network = randomNetwork(3 + Math.floor(random() * 25), random);
      for (const hertz of [0, 50]) {
        const solution = new Solver(network).solve(hertz);
        if ('unsolvable' in solution) return fail(solution.unsolvable);
        const volts = await asNgspice(simulation, network, hertz);
        expect(volts.size).withContext('nodes told').toBe(network.nodes);
        expect(worstBeside(solution, volts)).withContext(`${round}, ${hertz} Hz`).toBeLessThan(1);
      }
    }
  }, 120_000);
});
