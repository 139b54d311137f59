import type { NetworkElement } from './network';

/**
 * The elements of a network as branches: each an admittance y across a combination w of unknowns, which adds y w wᵀ. A
 * resistor lies across its two nodes, a transformer across its four. Everything is flat: stamping allocates nothing.
 */
export class Branches {
  /** First branch of every element. */
  readonly first: Int32Array;
  readonly real: Float64Array;
  readonly imaginary: Float64Array;
  /** Where the unknowns of a branch begin in `unknowns` and `weights`; one more at the end. */
  readonly starts: Int32Array;
  readonly unknowns: Int32Array;
  readonly weights: Float64Array;

  constructor(private readonly elements: readonly NetworkElement[]) {
    const first: number[] = [];
    const starts: number[] = [0];
    const unknowns: number[] = [];
    const weights: number[] = [];
    for (const element of elements) {
      first.push(starts.length - 1);
      for (const branch of shapesOf(element)) {
        for (const [node, weight] of merged(branch)) {
          unknowns.push(node - 1);
          weights.push(weight);
        }
        starts.push(unknowns.length);
      }
    }
    this.first = Int32Array.from(first);
    this.starts = Int32Array.from(starts);
    this.unknowns = Int32Array.from(unknowns);
    this.weights = Float64Array.from(weights);
    this.real = new Float64Array(starts.length - 1);
    this.imaginary = new Float64Array(starts.length - 1);
  }

  get count(): number {
    return this.real.length;
  }

  /** Works out every admittance at a frequency; what passes nothing there has none. */
  tune(hertz: number): void {
    const omega = 2 * Math.PI * hertz;
    for (let index = 0; index < this.elements.length; index += 1) {
      const element = this.elements[index] as NetworkElement;
      const at = this.first[index] as number;
      switch (element.kind) {
        case 'resistor':
          this.real[at] = 1 / element.ohms;
          break;
        case 'capacitor':
          this.imaginary[at] = omega * element.farads;
          break;
        case 'inductor': {
          const reactance = omega * element.henries;
          const square = element.ohms * element.ohms + reactance * reactance;
          this.real[at] = element.ohms / square;
          this.imaginary[at] = -reactance / square;
          break;
        }
        case 'voltage':
          if (!isIdeal(element)) this.real[at] = 1 / (element.ohms ?? 1);
          break;
        case 'transformer':
          this.real[at] = hertz === 0 ? 0 : 1 / element.ohms;
          this.real[at + 1] = hertz === 0 ? 1 / element.primaryOhms : 0;
          this.real[at + 2] = hertz === 0 ? 1 / element.secondaryOhms : 0;
          break;
        case 'current':
          break;
      }
    }
  }
}

export function isIdeal(element: NetworkElement): boolean {
  return element.kind === 'voltage' && !((element.ohms ?? 0) > 0);
}

type Weight = readonly [node: number, weight: number];

/** What each branch of an element lies across. */
function shapesOf(element: NetworkElement): readonly (readonly Weight[])[] {
  switch (element.kind) {
    case 'transformer': {
      const [p1, p2] = element.primary;
      const [s1, s2] = element.secondary;
      const turns = 1 / element.ratio;
      return [
        [
          [p1, turns],
          [p2, -turns],
          [s1, -1],
          [s2, 1],
        ],
        across(p1, p2),
        across(s1, s2),
      ];
    }
    case 'current':
      return [];
    case 'voltage':
      return isIdeal(element) ? [] : [across(element.a, element.b)];
    default:
      return [across(element.a, element.b)];
  }
}

function across(a: number, b: number): readonly Weight[] {
  return [
    [a, 1],
    [b, -1],
  ];
}

/** Each node once, since both ends of an element may sit on the same, and without the reference. */
function merged(weights: readonly Weight[]): readonly Weight[] {
  const sums = new Map<number, number>();
  for (const [node, weight] of weights) if (node > 0) sums.set(node, (sums.get(node) ?? 0) + weight);
  return [...sums].filter(([, weight]) => weight !== 0);
}
