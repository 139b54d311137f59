import { planElimination, type Elimination } from './elimination';
import { Factors } from './factors';
import type { Network, NetworkElement } from './network';

/** Volts of every node against the reference, as phasors at one frequency; volts as they are at DC. */
export interface Solution {
  readonly hertz: number;
  readonly real: Float64Array;
  readonly imaginary: Float64Array;
}

/** A network that has no answer: a loop of ideal sources, or a part that nothing ties to anything. */
export interface Unsolvable {
  readonly unsolvable: string;
}

/**
 * Solves a linear network at one frequency after the other: modified nodal analysis (Ho, Ruehli and Brennan 1975) with
 * phasors. What is joined to what is looked at once; values are stamped and eliminated over the same plan.
 *
 * Every element is a branch with an admittance y across a combination w of nodes, and adds y w wᵀ: a resistor across
 * its two nodes as well as a transformer across its four. So one that changes is solved for again by a rank-1 update
 * (Sherman and Morrison 1950) of what is factored already.
 */
export class Solver {
  private readonly plan: Elimination;
  private readonly factors: Factors;
  private readonly real: Float64Array;
  private readonly imaginary: Float64Array;
  private readonly updateReal: Float64Array;
  private readonly updateImaginary: Float64Array;
  /** Ideal sources, each an unknown behind those of the nodes. */
  private readonly ideal: ReadonlyMap<number, number>;
  private readonly size: number;
  private factored: { readonly hertz: number } | undefined;

  constructor(private readonly network: Network) {
    const nodes = network.nodes - 1;
    const ideals = network.elements.flatMap((element, index) => (isIdeal(element) ? [index] : []));
    this.ideal = new Map(ideals.map((element, index) => [element, nodes + index]));
    this.size = nodes + ideals.length;
    this.plan = planElimination(this.size, this.joined(), new Set(this.ideal.values()));
    this.factors = new Factors(this.plan);
    this.real = new Float64Array(this.size);
    this.imaginary = new Float64Array(this.size);
    this.updateReal = new Float64Array(this.size);
    this.updateImaginary = new Float64Array(this.size);
  }

  /** Volts of every node with the sources of this frequency alone; the others are closed (volts) or open (amperes). */
  solve(hertz: number): Solution | Unsolvable {
    if (!this.factor(hertz)) return NO_ANSWER;
    this.excite(hertz);
    this.factors.solve(this.real, this.imaginary);
    return this.solution(hertz, this.real, this.imaginary);
  }

  /**
   * The same network with the admittance of one element changed by `siemens`, out of the factors of the last `solve`
   * and its answer. Undefined where that would lose figures: what closes almost all of a node's ways is solved for anew.
   */
  changed(element: number, siemens: readonly [number, number], before: Solution): Solution | undefined {
    const changed = this.network.elements[element];
    if (!changed || this.factored?.hertz !== before.hertz) return undefined;
    const across = nodesAcross(changed, before.hertz)[0];
    if (!across) return undefined;
    const [updateReal, updateImaginary] = [this.updateReal, this.updateImaginary];
    updateReal.fill(0);
    updateImaginary.fill(0);
    for (const [node, weight] of across.weights)
      if (node > 0) updateReal[node - 1] = (updateReal[node - 1] ?? 0) + weight;
    this.factors.solve(updateReal, updateImaginary);
    let [own, ownImaginary, volts, voltsImaginary] = [0, 0, 0, 0];
    for (const [node, weight] of across.weights) {
      if (node === 0) continue;
      own += weight * (updateReal[node - 1] ?? 0);
      ownImaginary += weight * (updateImaginary[node - 1] ?? 0);
      volts += weight * (before.real[node] ?? 0);
      voltsImaginary += weight * (before.imaginary[node] ?? 0);
    }
    const [change, changeImaginary] = siemens;
    const below = 1 + change * own - changeImaginary * ownImaginary;
    const belowImaginary = change * ownImaginary + changeImaginary * own;
    const square = below * below + belowImaginary * belowImaginary;
    const size = Math.hypot(change, changeImaginary) * Math.hypot(own, ownImaginary);
    if (!(square > 0) || Math.sqrt(square) < LEAST_REMAINDER * Math.max(1, size)) return undefined;
    const top = change * volts - changeImaginary * voltsImaginary;
    const topImaginary = change * voltsImaginary + changeImaginary * volts;
    const factor = (top * below + topImaginary * belowImaginary) / square;
    const factorImaginary = (topImaginary * below - top * belowImaginary) / square;
    const real = Float64Array.from(before.real);
    const imaginary = Float64Array.from(before.imaginary);
    for (let node = 1; node < this.network.nodes; node += 1) {
      const [step, stepImaginary] = [updateReal[node - 1] ?? 0, updateImaginary[node - 1] ?? 0];
      real[node] = (real[node] ?? 0) - (factor * step - factorImaginary * stepImaginary);
      imaginary[node] = (imaginary[node] ?? 0) - (factor * stepImaginary + factorImaginary * step);
    }
    return { hertz: before.hertz, real, imaginary };
  }

  /** Stamps every element at a frequency and eliminates; what was done last is not done again. */
  private factor(hertz: number): boolean {
    if (this.factored?.hertz === hertz) return true;
    this.factored = undefined;
    const { factors, plan } = this;
    factors.clear();
    for (const element of this.network.elements)
      for (const { weights, admittance } of nodesAcross(element, hertz))
        for (const [index, [one, weight]] of weights.entries())
          for (const [other, otherWeight] of weights.slice(index)) {
            if (one === 0 || other === 0) continue;
            const slot = plan.slotOf(one - 1, other - 1);
            const both = weight * otherWeight;
            factors.real[slot] = (factors.real[slot] ?? 0) + admittance[0] * both;
            factors.imaginary[slot] = (factors.imaginary[slot] ?? 0) + admittance[1] * both;
          }
    for (const [element, unknown] of this.ideal) {
      const source = this.network.elements[element];
      if (source?.kind !== 'voltage') continue;
      for (const [node, sign] of [[source.a, 1] as const, [source.b, -1] as const]) {
        if (node === 0) continue;
        const slot = plan.slotOf(unknown, node - 1);
        factors.real[slot] = (factors.real[slot] ?? 0) + sign;
      }
    }
    if (!factors.factor()) return false;
    this.factored = { hertz };
    return true;
  }

  /** The right side: currents into the nodes, and the volts of ideal sources. */
  private excite(hertz: number): void {
    const { real, imaginary } = this;
    real.fill(0);
    imaginary.fill(0);
    for (const [index, element] of this.network.elements.entries()) {
      if (element.kind !== 'voltage' && element.kind !== 'current') continue;
      if (element.hertz !== hertz) continue;
      const radians = ((element.degrees ?? 0) * Math.PI) / 180;
      const size = element.kind === 'voltage' ? element.volts : element.amperes;
      const [x, y] = [size * Math.cos(radians), hertz === 0 ? 0 : size * Math.sin(radians)];
      const unknown = this.ideal.get(index);
      if (unknown !== undefined) {
        real[unknown] = x;
        imaginary[unknown] = y;
        continue;
      }
      const over = element.kind === 'voltage' ? 1 / (element.ohms ?? 1) : 1;
      for (const [node, sign] of [[element.a, over] as const, [element.b, -over] as const]) {
        if (node === 0) continue;
        real[node - 1] = (real[node - 1] ?? 0) + sign * x;
        imaginary[node - 1] = (imaginary[node - 1] ?? 0) + sign * y;
      }
    }
  }

  private solution(hertz: number, real: Float64Array, imaginary: Float64Array): Solution {
    const volts = new Float64Array(this.network.nodes);
    const voltsImaginary = new Float64Array(this.network.nodes);
    volts.set(real.subarray(0, this.network.nodes - 1), 1);
    voltsImaginary.set(imaginary.subarray(0, this.network.nodes - 1), 1);
    return { hertz, real: volts, imaginary: voltsImaginary };
  }

  /** Every pair of unknowns that any element joins, at whatever frequency. */
  private *joined(): Generator<readonly [number, number]> {
    for (const [index, element] of this.network.elements.entries()) {
      const nodes = (
        element.kind === 'transformer' ? [...element.primary, ...element.secondary] : [element.a, element.b]
      )
        .filter((node) => node > 0)
        .map((node) => node - 1);
      const unknown = this.ideal.get(index);
      const all = unknown === undefined ? nodes : [...nodes, unknown];
      for (const one of all) for (const other of all) if (one < other) yield [one, other];
    }
  }
}

const NO_ANSWER: Unsolvable = {
  unsolvable: 'The network has no answer: ideal sources stand across each other, or a part of it is tied to nothing.',
};

/** What is left of one after a change, at least: below it the update would lose too many figures. */
const LEAST_REMAINDER = 1e-3;

type Weight = readonly [node: number, weight: number];

interface Branch {
  readonly weights: readonly Weight[];
  readonly admittance: readonly [number, number];
}

function isIdeal(element: NetworkElement): boolean {
  return element.kind === 'voltage' && !((element.ohms ?? 0) > 0);
}

/** The branches an element is at a frequency: nothing where it passes nothing. */
function nodesAcross(element: NetworkElement, hertz: number): readonly Branch[] {
  const omega = 2 * Math.PI * hertz;
  switch (element.kind) {
    case 'resistor':
      return [{ weights: across(element.a, element.b), admittance: [1 / element.ohms, 0] }];
    case 'capacitor':
      return hertz === 0 ? [] : [{ weights: across(element.a, element.b), admittance: [0, omega * element.farads] }];
    case 'inductor': {
      const reactance = omega * element.henries;
      const square = element.ohms * element.ohms + reactance * reactance;
      return [{ weights: across(element.a, element.b), admittance: [element.ohms / square, -reactance / square] }];
    }
    case 'voltage':
      return isIdeal(element)
        ? []
        : [{ weights: across(element.a, element.b), admittance: [1 / (element.ohms ?? 1), 0] }];
    case 'current':
      return [];
    case 'transformer': {
      const [p1, p2] = element.primary;
      const [s1, s2] = element.secondary;
      if (hertz === 0)
        return [
          { weights: across(p1, p2), admittance: [1 / element.primaryOhms, 0] },
          { weights: across(s1, s2), admittance: [1 / element.secondaryOhms, 0] },
        ];
      const turns = 1 / element.ratio;
      return [
        {
          weights: merged([
            [p1, turns],
            [p2, -turns],
            [s1, -1],
            [s2, 1],
          ]),
          admittance: [1 / element.ohms, 0],
        },
      ];
    }
  }
}

function across(a: number, b: number): readonly Weight[] {
  return merged([
    [a, 1],
    [b, -1],
  ]);
}

/** Each node once: both ends of an element may sit on the same. */
function merged(weights: readonly Weight[]): readonly Weight[] {
  const sums = new Map<number, number>();
  for (const [node, weight] of weights) sums.set(node, (sums.get(node) ?? 0) + weight);
  return [...sums].filter(([, weight]) => weight !== 0);
}
