import { Branches, isIdeal } from './branches';
import { planElimination, type Elimination } from './elimination';
import { Factors } from './factors';
import type { Network } from './network';

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

/** An ideal source with the unknown of a node, and the sign it has there. */
type Tie = readonly [unknown: number, node: number, sign: 1 | -1];

const NO_ANSWER: Unsolvable = {
  unsolvable: 'The network has no answer: ideal sources stand across each other, or a part of it is tied to nothing.',
};

/** Steps of refinement: the first finds what rounding lost, the second what the first lost. */
const REFINEMENTS = 2;

/** What is left of one after a change, at least: below it the update would lose too many figures. */
const LEAST_REMAINDER = 1e-3;

/**
 * Solves a linear network at one frequency after the other: modified nodal analysis (Ho, Ruehli and Brennan 1975) with
 * phasors. What is joined to what is looked at once; values are stamped and eliminated over the same plan.
 *
 * Since every element is a branch y w wᵀ, one that changes is solved for again by a rank-1 update (Sherman and Morrison
 * 1950) of what is factored already.
 */
export class Solver {
  private readonly plan: Elimination;
  private readonly factors: Factors;
  private readonly branches: Branches;
  /** Slots of every pair of unknowns of every branch, and what each takes of its admittance. */
  private readonly pairSlots: Int32Array;
  private readonly pairParts: Float64Array;
  private readonly pairStarts: Int32Array;
  /** Ideal sources, each an unknown behind those of the nodes. */
  private readonly ideal: ReadonlyMap<number, number>;
  private readonly ties: readonly Tie[];
  private readonly size: number;
  private readonly real: Float64Array;
  private readonly imaginary: Float64Array;
  private readonly beforeReal: Float64Array;
  private readonly beforeImaginary: Float64Array;
  /** The frequency whose factors are held. */
  private factored: number | undefined;

  /** `plans` remembers how networks of one pattern are eliminated, for whoever solves many that differ in values. */
  constructor(
    private readonly network: Network,
    plans?: Map<string, Elimination>,
  ) {
    const nodes = network.nodes - 1;
    const ideals = network.elements.flatMap((element, index) => (isIdeal(element) ? [index] : []));
    this.ideal = new Map(ideals.map((element, index) => [element, nodes + index]));
    this.size = nodes + ideals.length;
    this.branches = new Branches(network.elements);
    this.ties = this.tiesOf();
    const pairs = this.joined();
    const hollow = new Set(this.ideal.values());
    const pattern = plans && `${this.size};${[...hollow].join()};${pairs.join(';')}`;
    const known = pattern === undefined ? undefined : plans?.get(pattern);
    this.plan = known ?? planElimination(this.size, pairs, hollow);
    if (pattern !== undefined && !known) plans?.set(pattern, this.plan);
    this.factors = new Factors(this.plan);
    [this.pairStarts, this.pairSlots, this.pairParts] = this.pairs();
    this.real = new Float64Array(this.size);
    this.imaginary = new Float64Array(this.size);
    this.beforeReal = new Float64Array(this.size);
    this.beforeImaginary = new Float64Array(this.size);
  }

  /** Volts of every node with the sources of this frequency alone; the others are closed (volts) or open (amperes). */
  solve(hertz: number): Solution | Unsolvable {
    if (!this.factor(hertz)) return NO_ANSWER;
    this.excite(hertz);
    this.factors.solve(this.real, this.imaginary);
    for (let round = 0; round < REFINEMENTS; round += 1) this.refine(hertz);
    const { nodes } = this.network;
    const solution = { hertz, real: new Float64Array(nodes), imaginary: new Float64Array(nodes) };
    solution.real.set(this.real.subarray(0, nodes - 1), 1);
    solution.imaginary.set(this.imaginary.subarray(0, nodes - 1), 1);
    return solution;
  }

  /**
   * The same network with the admittance of one element changed by `siemens`, out of the factors of the last `solve`
   * and its answer. Undefined where that would lose figures, or the element passes nothing at this frequency: what
   * closes almost all of a node's ways is solved for anew.
   */
  changed(element: number, siemens: readonly [number, number], before: Solution): Solution | undefined {
    const { starts, unknowns, weights, first, count } = this.branches;
    const branch = first[element] ?? count;
    if (this.factored !== before.hertz || branch >= (first[element + 1] ?? count)) return undefined;
    const [stepReal, stepImaginary] = [this.beforeReal, this.beforeImaginary];
    stepReal.fill(0);
    stepImaginary.fill(0);
    const [begin, end] = [starts[branch] as number, starts[branch + 1] as number];
    for (let at = begin; at < end; at += 1) stepReal[unknowns[at] as number] = weights[at] as number;
    this.factors.solve(stepReal, stepImaginary);
    let [own, ownImaginary, volts, voltsImaginary] = [0, 0, 0, 0];
    for (let at = begin; at < end; at += 1) {
      const [unknown, weight] = [unknowns[at] as number, weights[at] as number];
      own += weight * (stepReal[unknown] as number);
      ownImaginary += weight * (stepImaginary[unknown] as number);
      volts += weight * (before.real[unknown + 1] as number);
      voltsImaginary += weight * (before.imaginary[unknown + 1] as number);
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
      const [step, stepPart] = [stepReal[node - 1] as number, stepImaginary[node - 1] as number];
      real[node] = (real[node] as number) - (factor * step - factorImaginary * stepPart);
      imaginary[node] = (imaginary[node] as number) - (factor * stepPart + factorImaginary * step);
    }
    return { hertz: before.hertz, real, imaginary };
  }

  /** Stamps every element at a frequency and eliminates; what was done last is not done again. */
  private factor(hertz: number): boolean {
    if (this.factored === hertz) return true;
    this.factored = undefined;
    const { factors, branches, pairStarts, pairSlots, pairParts } = this;
    branches.tune(hertz);
    factors.clear();
    for (let branch = 0; branch < branches.count; branch += 1) {
      const [real, imaginary] = [branches.real[branch] as number, branches.imaginary[branch] as number];
      const end = pairStarts[branch + 1] as number;
      for (let at = pairStarts[branch] as number; at < end; at += 1) {
        const [slot, part] = [pairSlots[at] as number, pairParts[at] as number];
        factors.real[slot] = (factors.real[slot] as number) + real * part;
        factors.imaginary[slot] = (factors.imaginary[slot] as number) + imaginary * part;
      }
    }
    for (const [unknown, node, sign] of this.ties) {
      const slot = this.plan.slotOf(unknown, node);
      factors.real[slot] = (factors.real[slot] as number) + sign;
    }
    if (!factors.factor()) return false;
    this.factored = hertz;
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
      const [x, y] = [hertz === 0 ? size : size * Math.cos(radians), hertz === 0 ? 0 : size * Math.sin(radians)];
      const unknown = this.ideal.get(index);
      if (unknown !== undefined) {
        real[unknown] = x;
        imaginary[unknown] = y;
        continue;
      }
      const over = element.kind === 'voltage' ? 1 / (element.ohms ?? 1) : 1;
      for (const [node, sign] of [[element.a, over] as const, [element.b, -over] as const]) {
        if (node === 0) continue;
        real[node - 1] = (real[node - 1] as number) + sign * x;
        imaginary[node - 1] = (imaginary[node - 1] as number) + sign * y;
      }
    }
  }

  /**
   * One step of iterative refinement (Wilkinson 1963). What is left over is added up branch by branch, each out of the
   * difference of its own nodes: so milliohms beside the gigaohms of an island that floats lose it no figures.
   */
  private refine(hertz: number): void {
    const { real, imaginary, beforeReal, beforeImaginary } = this;
    const { starts, unknowns, weights, count, real: siemens, imaginary: siemensImaginary } = this.branches;
    beforeReal.set(real);
    beforeImaginary.set(imaginary);
    this.excite(hertz);
    for (let branch = 0; branch < count; branch += 1) {
      const [begin, end] = [starts[branch] as number, starts[branch + 1] as number];
      let [volts, voltsImaginary] = [0, 0];
      for (let at = begin; at < end; at += 1) {
        volts += (weights[at] as number) * (beforeReal[unknowns[at] as number] as number);
        voltsImaginary += (weights[at] as number) * (beforeImaginary[unknowns[at] as number] as number);
      }
      const [y, yImaginary] = [siemens[branch] as number, siemensImaginary[branch] as number];
      const amperes = y * volts - yImaginary * voltsImaginary;
      const amperesImaginary = y * voltsImaginary + yImaginary * volts;
      for (let at = begin; at < end; at += 1) {
        const [unknown, weight] = [unknowns[at] as number, weights[at] as number];
        real[unknown] = (real[unknown] as number) - weight * amperes;
        imaginary[unknown] = (imaginary[unknown] as number) - weight * amperesImaginary;
      }
    }
    for (const [unknown, node, sign] of this.ties) {
      real[node] = (real[node] as number) - sign * (beforeReal[unknown] as number);
      imaginary[node] = (imaginary[node] as number) - sign * (beforeImaginary[unknown] as number);
      real[unknown] = (real[unknown] as number) - sign * (beforeReal[node] as number);
      imaginary[unknown] = (imaginary[unknown] as number) - sign * (beforeImaginary[node] as number);
    }
    this.factors.solve(real, imaginary);
    for (let at = 0; at < this.size; at += 1) {
      real[at] = (real[at] as number) + (beforeReal[at] as number);
      imaginary[at] = (imaginary[at] as number) + (beforeImaginary[at] as number);
    }
  }

  private tiesOf(): readonly Tie[] {
    return [...this.ideal].flatMap(([element, unknown]): readonly Tie[] => {
      const source = this.network.elements[element];
      if (source?.kind !== 'voltage') return [];
      return [
        ...(source.a > 0 ? [[unknown, source.a - 1, 1] as const] : []),
        ...(source.b > 0 ? [[unknown, source.b - 1, -1] as const] : []),
      ];
    });
  }

  /** Every pair of unknowns that any branch or ideal source joins, at whatever frequency. */
  private joined(): readonly (readonly [number, number])[] {
    const { starts, unknowns, count } = this.branches;
    const pairs: (readonly [number, number])[] = [];
    for (let branch = 0; branch < count; branch += 1)
      for (let one = starts[branch] as number; one < (starts[branch + 1] as number); one += 1)
        for (let other = one + 1; other < (starts[branch + 1] as number); other += 1)
          pairs.push([unknowns[one] as number, unknowns[other] as number]);
    for (const [unknown, node] of this.ties) pairs.push([node, unknown]);
    return pairs;
  }

  private pairs(): readonly [Int32Array, Int32Array, Float64Array] {
    const { starts, unknowns, weights, count } = this.branches;
    const from: number[] = [0];
    const slots: number[] = [];
    const parts: number[] = [];
    for (let branch = 0; branch < count; branch += 1) {
      const end = starts[branch + 1] as number;
      for (let one = starts[branch] as number; one < end; one += 1)
        for (let other = one; other < end; other += 1) {
          slots.push(this.plan.slotOf(unknowns[one] as number, unknowns[other] as number));
          parts.push((weights[one] as number) * (weights[other] as number));
        }
      from.push(slots.length);
    }
    return [Int32Array.from(from), Int32Array.from(slots), Float64Array.from(parts)];
  }
}
