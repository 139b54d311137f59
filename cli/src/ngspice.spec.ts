import {
  machineNetwork,
  settled,
  Situation,
  Solver,
  spiceNetlist,
  Wiring,
  type Conditions,
  type Network,
  type Solution,
} from '@juxtameter/core';
import { SHIPPED_MODELS } from '../../core/src/testing/shipped';
import { randomNetwork } from '../../core/src/testing/random-network';
import { seeded } from '../../core/src/testing/tapping-hand';
import { Ngspice, type NodeVolts } from './testing/ngspice';

/** A node of each node's island: what only a leak ties to the rest floats, and has no figures of its own but differences. */
function anchorsOf({ elements, nodes }: Network): readonly number[] {
  const anchor = Array.from({ length: nodes }, (_, node) => node);
  const find = (node: number): number => (anchor[node] === node ? node : find(anchor[node] ?? 0));
  for (const element of elements) {
    if (element.kind === 'current' || (element.kind === 'resistor' && element.ohms >= LEAK)) continue;
    const pairs =
      element.kind === 'transformer' ? [element.primary, element.secondary] : [[element.a, element.b] as const];
    for (const [a, b] of pairs) anchor[Math.max(find(a), find(b))] = Math.min(find(a), find(b));
  }
  return anchor.map((_, node) => find(node));
}

const LEAK = 1e8;

/** The worst volts between a node and its island's first, in parts of what is allowed: 1e-6 relative, or a microvolt. */
function worstBeside(network: Network, solution: Solution, volts: NodeVolts): number {
  let worst = 0;
  for (const [node, anchor] of anchorsOf(network).entries()) {
    const [one, other] = [volts.get(node), volts.get(anchor)];
    if (!one || !other) continue;
    const [real, imaginary] = [one[0] - other[0], one[1] - other[1]];
    const own = (solution.real[node] ?? 0) - (solution.real[anchor] ?? 0);
    const ownImaginary = (solution.imaginary[node] ?? 0) - (solution.imaginary[anchor] ?? 0);
    const size = Math.hypot(real, imaginary);
    worst = Math.max(worst, Math.hypot(own - real, ownImaginary - imaginary) / Math.max(1e-6 * size, 1e-6));
  }
  return worst;
}

describe('the circuit solver beside ngspice', () => {
  let ngspice: Ngspice;
  beforeAll(async () => (ngspice = await Ngspice.start()), 60_000);
  afterAll(() => ngspice.stop());

  it('agrees to 1e-6 in 200 random networks, at DC and at 50 Hz', async () => {
    const random = seeded(45);
    for (let round = 0; round < 200; round += 1) {
      const network = randomNetwork(3 + Math.floor(random() * 25), random);
      for (const hertz of [0, 50]) {
        const solution = new Solver(network).solve(hertz);
        if ('unsolvable' in solution) return fail(solution.unsolvable);
        const volts = await ngspice.volts(spiceNetlist(network, hertz, 'a network'));
        expect(volts.size).withContext('nodes told').toBe(network.nodes);
        expect(worstBeside(network, solution, volts))
          .withContext(`${round}, ${hertz} Hz`)
          .toBeLessThan(1);
      }
    }
  }, 120_000);

  it('agrees to 1e-6 at every node of the demo units, whatever is on and called, alternating, direct and in ohms', async () => {
    let nodes = 0;
    for (const model of SHIPPED_MODELS) {
      const own = model.supplies.filter(({ from }) => from === undefined);
      for (const supply of ['on', 'locked'] as const)
        for (const call of ['on', 'off'] as const) {
          const conditions: Conditions = {
            supplies: Object.fromEntries(own.map(({ id }) => [id, supply])),
            calls: Object.fromEntries((model.calls ?? []).map(({ id }) => [id, call])),
          };
          const situation = new Situation(new Wiring(model), conditions);
          const machine = settled(situation);
          if ('cannotCompute' in machine) return fail(`${model.id}: ${machine.cannotCompute}`);
          for (const kind of ['alternating', 'direct', 'ohms'] as const) {
            const { network } = machineNetwork(situation, machine.state, kind);
            const hertz = kind === 'alternating' ? 50 : 0;
            const last = network.nodes - 1;
            // A meter's own ampere, so that ohms have something to show.
            const elements =
              kind === 'ohms'
                ? [...network.elements, { kind: 'current', a: 1, b: last, amperes: 1e-6, hertz: 0 } as const]
                : network.elements;
            const asked = { ...network, elements };
            const solution = new Solver(asked).solve(hertz);
            if ('unsolvable' in solution) return fail(`${model.id}: ${solution.unsolvable}`);
            const volts = await ngspice.volts(spiceNetlist(asked, hertz, model.name));
            nodes += volts.size;
            expect(worstBeside(asked, solution, volts))
              .withContext(`${model.id}, ${supply}, ${call}, ${kind}`)
              .toBeLessThan(1);
          }
        }
    }
    expect(nodes).toBeGreaterThan(2000);
  }, 120_000);
});
