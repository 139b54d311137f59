import { randomNetwork } from '../../testing/random-network';
import { seeded } from '../../testing/tapping-hand';
import type { Network, NetworkElement } from './network';
import { Solver, type Solution } from './solver';

const HERTZ = [0, 50] as const;

function solved(network: Network, hertz: number): Solution {
  const solution = new Solver(network).solve(hertz);
  if ('unsolvable' in solution) throw new Error(solution.unsolvable);
  return solution;
}

interface Complex {
  readonly re: number;
  readonly im: number;
}

const times = (a: Complex, b: Complex): Complex => ({ re: a.re * b.re - a.im * b.im, im: a.re * b.im + a.im * b.re });
const over = (a: Complex, b: Complex): Complex => {
  const square = b.re * b.re + b.im * b.im;
  return { re: (a.re * b.re + a.im * b.im) / square, im: (a.im * b.re - a.re * b.im) / square };
};
const minus = (a: Complex, b: Complex): Complex => ({ re: a.re - b.re, im: a.im - b.im });
const phasor = (size: number, degrees = 0): Complex => ({
  re: size * Math.cos((degrees * Math.PI) / 180),
  im: size * Math.sin((degrees * Math.PI) / 180),
});

/** Amperes that leave each node through an element, by Ohm's law over the volts found: what Kirchhoff's law adds up. */
function leaving(
  element: NetworkElement,
  hertz: number,
  volts: (node: number) => Complex,
): readonly (readonly [number, Complex])[] {
  const omega = 2 * Math.PI * hertz;
  const through = (a: number, b: number, ohms: Complex): readonly (readonly [number, Complex])[] => {
    const amperes = over(minus(volts(a), volts(b)), ohms);
    return [
      [a, amperes],
      [b, minus({ re: 0, im: 0 }, amperes)],
    ];
  };
  switch (element.kind) {
    case 'resistor':
      return through(element.a, element.b, { re: element.ohms, im: 0 });
    case 'capacitor':
      return hertz === 0 ? [] : through(element.a, element.b, { re: 0, im: -1 / (omega * element.farads) });
    case 'inductor':
      return through(element.a, element.b, { re: element.ohms, im: omega * element.henries });
    case 'current': {
      const amperes = element.hertz === hertz ? phasor(element.amperes, hertz === 0 ? 0 : element.degrees) : phasor(0);
      return [
        [element.a, minus({ re: 0, im: 0 }, amperes)],
        [element.b, amperes],
      ];
    }
    case 'voltage': {
      const emf = element.hertz === hertz ? phasor(element.volts, hertz === 0 ? 0 : element.degrees) : phasor(0);
      const amperes = over(minus(minus(volts(element.a), volts(element.b)), emf), { re: element.ohms ?? 1, im: 0 });
      return [
        [element.a, amperes],
        [element.b, minus({ re: 0, im: 0 }, amperes)],
      ];
    }
    case 'transformer': {
      const [[p1, p2], [s1, s2]] = [element.primary, element.secondary];
      if (hertz === 0)
        return [
          ...through(p1, p2, { re: element.primaryOhms, im: 0 }),
          ...through(s1, s2, { re: element.secondaryOhms, im: 0 }),
        ];
      const turned = over(minus(volts(p1), volts(p2)), { re: element.ratio, im: 0 });
      const out = over(minus(turned, minus(volts(s1), volts(s2))), { re: element.ohms, im: 0 });
      const back = over(out, { re: element.ratio, im: 0 });
      return [
        [s1, minus({ re: 0, im: 0 }, out)],
        [s2, out],
        [p1, back],
        [p2, minus({ re: 0, im: 0 }, back)],
      ];
    }
  }
}

/** The worst current that goes nowhere, beside the largest that flows; nodes of ideal sources are held by these. */
function worstLoss(network: Network, solution: Solution): number {
  const volts = (node: number): Complex => ({ re: solution.real[node] ?? 0, im: solution.imaginary[node] ?? 0 });
  const held = new Set([0]);
  const sums = new Map<number, Complex>();
  let most = 0;
  for (const element of network.elements) {
    if (element.kind === 'voltage' && element.ohms === undefined) {
      held.add(element.a);
      held.add(element.b);
      continue;
    }
    for (const [node, amperes] of leaving(element, solution.hertz, volts)) {
      sums.set(node, minus(sums.get(node) ?? phasor(0), times(amperes, { re: -1, im: 0 })));
      most = Math.max(most, Math.hypot(amperes.re, amperes.im));
    }
  }
  const losses = [...sums].filter(([node]) => !held.has(node)).map(([, { re, im }]) => Math.hypot(re, im));
  return Math.max(0, ...losses) / Math.max(most, 1e-12);
}

describe('a linear network', () => {
  it("keeps Kirchhoff's current law at every node and every ideal source's volts, in 300 networks at DC and 50 Hz", () => {
    const random = seeded(20);
    for (let round = 0; round < 300; round += 1) {
      const network = randomNetwork(3 + Math.floor(random() * 40), random);
      for (const hertz of HERTZ) {
        const solution = solved(network, hertz);
        expect(worstLoss(network, solution)).withContext(`${round}, ${hertz} Hz`).toBeLessThan(1e-8);
        const held = phasor(hertz === 50 ? 230 : 0, 30);
        expect(Math.hypot((solution.real[1] ?? 0) - held.re, (solution.imaginary[1] ?? 0) - held.im)).toBeLessThan(
          1e-9,
        );
      }
    }
  });

  it('is the same after one element changed as if it had been so from the beginning, or says that it cannot tell', () => {
    const random = seeded(21);
    let told = 0;
    for (let round = 0; round < 300; round += 1) {
      const network = randomNetwork(3 + Math.floor(random() * 30), random);
      const index = Math.floor(random() * network.elements.length);
      const element = network.elements[index];
      if (element?.kind !== 'resistor') continue;
      const ohms = 10 ** (random() * 9 - 3);
      const solver = new Solver(network);
      const before = solver.solve(50);
      if ('unsolvable' in before) return fail('solvable');
      const after = solver.changed(index, [1 / ohms - 1 / element.ohms, 0], before);
      const elements = network.elements.map((each, at) => (at === index ? { ...element, ohms } : each));
      const anew = solved({ ...network, elements }, 50);
      if (!after) continue;
      told += 1;
      for (let node = 1; node < network.nodes; node += 1) {
        const off = Math.hypot(
          (after.real[node] ?? 0) - (anew.real[node] ?? 0),
          (after.imaginary[node] ?? 0) - (anew.imaginary[node] ?? 0),
        );
        const size = Math.hypot(anew.real[node] ?? 0, anew.imaginary[node] ?? 0);
        expect(off)
          .withContext(`${round}, node ${node}`)
          .toBeLessThan(1e-6 * size + 1e-6);
      }
    }
    expect(told).toBeGreaterThan(100);
  });

  it('has no answer where ideal sources stand across each other, or a part is tied to nothing', () => {
    const source = { kind: 'voltage', a: 1, b: 0, volts: 24, hertz: 0 } as const;
    const load = { kind: 'resistor', a: 1, b: 0, ohms: 10 } as const;
    expect(new Solver({ nodes: 2, elements: [source, { ...source, volts: 12 }, load] }).solve(0)).toEqual(
      jasmine.objectContaining({ unsolvable: jasmine.any(String) }),
    );
    const loose = { kind: 'resistor', a: 2, b: 3, ohms: 5 } as const;
    expect(new Solver({ nodes: 4, elements: [source, load, loose] }).solve(0)).toEqual(
      jasmine.objectContaining({ unsolvable: jasmine.any(String) }),
    );
  });
});

describe('circuits of the handbook', () => {
  const volts = (network: Network, hertz: number, one: number, other = 0): number => {
    const { real, imaginary } = solved(network, hertz);
    return Math.hypot((real[one] ?? 0) - (real[other] ?? 0), (imaginary[one] ?? 0) - (imaginary[other] ?? 0));
  };

  it('divider: V R2 / (R1 + R2)', () => {
    const elements: NetworkElement[] = [
      { kind: 'voltage', a: 1, b: 0, volts: 12, hertz: 0 },
      { kind: 'resistor', a: 1, b: 2, ohms: 100 },
      { kind: 'resistor', a: 2, b: 0, ohms: 200 },
    ];
    expect(volts({ nodes: 3, elements }, 0, 2)).toBeCloseTo(8, 9);
  });

  it('split phase with its neutral lost: 240 V shared by the loads (Kirchhoff)', () => {
    const elements: NetworkElement[] = [
      { kind: 'voltage', a: 1, b: 0, volts: 120, hertz: 60 },
      { kind: 'voltage', a: 2, b: 0, volts: 120, degrees: 180, hertz: 60 },
      { kind: 'resistor', a: 1, b: 3, ohms: 10 },
      { kind: 'resistor', a: 2, b: 3, ohms: 30 },
      { kind: 'resistor', a: 3, b: 0, ohms: 1e9 },
    ];
    expect(volts({ nodes: 4, elements }, 60, 1, 3)).toBeCloseTo(60, 3);
    expect(volts({ nodes: 4, elements }, 60, 2, 3)).toBeCloseTo(180, 3);
  });

  it('three-phase star with its neutral lost: the star point where Millman puts it', () => {
    const [a, b, c] = [10, 20, 40];
    const elements: NetworkElement[] = [
      ...[0, -120, 120].map((degrees, index): NetworkElement => ({
        kind: 'voltage',
        a: index + 1,
        b: 0,
        volts: 230,
        degrees,
        hertz: 50,
      })),
      ...[a, b, c].map((ohms, index): NetworkElement => ({ kind: 'resistor', a: index + 1, b: 4, ohms })),
    ];
    const star = [0, -120, 120]
      .map((degrees, index) => times(phasor(230, degrees), phasor(1 / ([a, b, c][index] ?? 1))))
      .reduce((sum, each) => ({ re: sum.re + each.re, im: sum.im + each.im }));
    const millman = Math.hypot(star.re, star.im) / (1 / a + 1 / b + 1 / c);
    expect(volts({ nodes: 5, elements }, 50, 4)).toBeCloseTo(millman, 8);
  });

  it('transformer under load: open-circuit volts less what its own ohms take', () => {
    const elements: NetworkElement[] = [
      { kind: 'voltage', a: 1, b: 0, volts: 230, hertz: 50 },
      {
        kind: 'transformer',
        primary: [1, 0],
        secondary: [2, 0],
        ratio: 230 / 27,
        ohms: 1.2,
        primaryOhms: 40,
        secondaryOhms: 0.8,
      },
      { kind: 'resistor', a: 2, b: 0, ohms: 12 },
    ];
    expect(volts({ nodes: 3, elements }, 50, 2)).toBeCloseTo((27 * 12) / 13.2, 9);
  });

  it('ghost: an open wire beside a live one, through a meter of 10 MΩ and one of 3 kΩ (capacitive divider)', () => {
    const farads = 1e-9;
    const withMeter = (ohms: number): number => {
      const elements: NetworkElement[] = [
        { kind: 'voltage', a: 1, b: 0, volts: 230, hertz: 50 },
        { kind: 'capacitor', a: 1, b: 2, farads },
        { kind: 'resistor', a: 2, b: 0, ohms },
      ];
      return volts({ nodes: 3, elements }, 50, 2);
    };
    const reactance = 1 / (2 * Math.PI * 50 * farads);
    for (const ohms of [10e6, 3e3]) expect(withMeter(ohms)).toBeCloseTo((230 * ohms) / Math.hypot(ohms, reactance), 6);
    expect(withMeter(10e6)).toBeGreaterThan(200);
    expect(withMeter(3e3)).toBeLessThan(1);
  });
});
