import { Solver, spiceNetlist } from '@juxtameter/core';
import { Ngspice } from '../../cli/src/testing/ngspice';
import { randomNetwork } from '../../core/src/testing/random-network';
import { seeded } from '../../core/src/testing/tapping-hand';
import { median, short, type Benchmark, type Row } from './row';

const NODES = 60;
const NETWORKS = 20;
const TIMES = 200;
const HERTZ = 50;

/** A network solved beside ngspice in the same run, and solved again after one element changed. */
export const circuit: Benchmark = async () => {
  const random = seeded(60);
  const networks = Array.from({ length: NETWORKS }, () => randomNetwork(NODES, random));
  const solvers = networks.map((network) => new Solver(network));
  const solved: number[] = [];
  const changed: number[] = [];
  for (let time = 0; time < TIMES; time += 1)
    for (const [index, solver] of solvers.entries()) {
      let begun = performance.now();
      // Another frequency each time: it is assembled, eliminated and solved anew.
      const solution = solver.solve(HERTZ + time / 1000);
      solved.push(performance.now() - begun);
      if ('unsolvable' in solution) throw new Error(solution.unsolvable);
      const element = networks[index]?.elements.findIndex(({ kind }) => kind === 'resistor') ?? 0;
      begun = performance.now();
      solver.changed(element, [0.01, 0], solution);
      changed.push(performance.now() - begun);
    }
  const spice = await ngspiceTimes(networks.map((network) => spiceNetlist(network, HERTZ, 'bench')));
  const [solving, changing, calling] = [solved, changed, spice].map((times) => median(times) * 1000) as [
    number,
    number,
    number,
  ];
  const rows: readonly Row[] = [
    {
      what: `circuit of ${NODES} nodes, phasors: assembled, eliminated, solved, refined`,
      figure: `${short(solving)} µs`,
      budget: 'under 120 µs',
      isMet: solving < 120,
      numbers: { microseconds: solving },
    },
    {
      what: 'the same by ngspice (WASM), one call in the same run',
      figure: `${short(calling)} µs, ${short(calling / solving)} times as long`,
      budget: 'at least 50 times',
      isMet: calling / solving >= 50,
      numbers: { microseconds: calling, ratio: calling / solving },
    },
    {
      what: `solved again after one element changed, ${NODES} nodes`,
      figure: `${short(changing)} µs`,
      budget: 'under 20 µs',
      isMet: changing < 20,
      numbers: { microseconds: changing },
    },
  ];
  return rows;
};

async function ngspiceTimes(netlists: readonly string[]): Promise<readonly number[]> {
  const ngspice = await Ngspice.start();
  const times: number[] = [];
  for (const netlist of [...netlists, ...netlists]) {
    const begun = performance.now();
    await ngspice.volts(netlist);
    times.push(performance.now() - begun);
  }
  await ngspice.stop();
  return times.slice(netlists.length);
}
