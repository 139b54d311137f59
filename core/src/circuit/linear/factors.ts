import type { Elimination } from './elimination';

/** A pivot that is smaller beside what was taken from it is nothing but rounding. */
const ROUNDING = 1e-14;

/**
 * A complex symmetric system held as its factors L D Lᵀ, worked out in place over typed arrays: the inner loops
 * allocate nothing. No pivots are exchanged; admittances keep the diagonal strong, and a pivot that is not says so.
 */
export class Factors {
  readonly real: Float64Array;
  readonly imaginary: Float64Array;
  /** The largest each value of the diagonal has been: what is left beside it may be rounding alone. */
  private readonly largest: Float64Array;
  /** One over each pivot. */
  private readonly inverseReal: Float64Array;
  private readonly inverseImaginary: Float64Array;

  constructor(private readonly plan: Elimination) {
    this.real = new Float64Array(plan.slots);
    this.imaginary = new Float64Array(plan.slots);
    this.largest = new Float64Array(plan.size);
    this.inverseReal = new Float64Array(plan.size);
    this.inverseImaginary = new Float64Array(plan.size);
  }

  clear(): void {
    this.real.fill(0);
    this.imaginary.fill(0);
  }

  /** Eliminates what `real` and `imaginary` hold. Returns whether every pivot had a value. */
  factor(): boolean {
    const { order, starts, rows, entries, targets } = this.plan;
    const { real, imaginary, inverseReal, inverseImaginary, largest } = this;
    for (let each = 0; each < largest.length; each += 1)
      largest[each] = Math.abs(real[each] as number) + Math.abs(imaginary[each] as number);
    let target = 0;
    for (let step = 0; step < order.length; step += 1) {
      const pivot = order[step] as number;
      const pivotReal = real[pivot] as number;
      const pivotImaginary = imaginary[pivot] as number;
      const square = pivotReal * pivotReal + pivotImaginary * pivotImaginary;
      const least = ROUNDING * (largest[pivot] as number);
      if (!(square > least * least) || !Number.isFinite(square)) return false;
      const overReal = pivotReal / square;
      const overImaginary = -pivotImaginary / square;
      inverseReal[pivot] = overReal;
      inverseImaginary[pivot] = overImaginary;
      const end = starts[step + 1] as number;
      for (let one = starts[step] as number; one < end; one += 1) {
        const entry = entries[one] as number;
        const ownReal = real[entry] as number;
        const ownImaginary = imaginary[entry] as number;
        const partReal = ownReal * overReal - ownImaginary * overImaginary;
        const partImaginary = ownReal * overImaginary + ownImaginary * overReal;
        const row = rows[one] as number;
        const taken = (Math.abs(partReal) + Math.abs(partImaginary)) * (Math.abs(ownReal) + Math.abs(ownImaginary));
        if (taken > (largest[row] as number)) largest[row] = taken;
        for (let other = one; other < end; other += 1) {
          const otherEntry = entries[other] as number;
          const slot = targets[target] as number;
          target += 1;
          const otherReal = real[otherEntry] as number;
          const otherImaginary = imaginary[otherEntry] as number;
          real[slot] = (real[slot] as number) - (partReal * otherReal - partImaginary * otherImaginary);
          imaginary[slot] = (imaginary[slot] as number) - (partReal * otherImaginary + partImaginary * otherReal);
        }
        real[entry] = partReal;
        imaginary[entry] = partImaginary;
      }
    }
    return true;
  }

  /** Solves for one right side, in its place. */
  solve(real: Float64Array, imaginary: Float64Array): void {
    const { order, starts, rows, entries } = this.plan;
    for (let step = 0; step < order.length; step += 1) {
      const pivot = order[step] as number;
      const own = real[pivot] as number;
      const ownImaginary = imaginary[pivot] as number;
      if (own === 0 && ownImaginary === 0) continue;
      const end = starts[step + 1] as number;
      for (let at = starts[step] as number; at < end; at += 1) {
        const row = rows[at] as number;
        const entry = entries[at] as number;
        const partReal = this.real[entry] as number;
        const partImaginary = this.imaginary[entry] as number;
        real[row] = (real[row] as number) - (partReal * own - partImaginary * ownImaginary);
        imaginary[row] = (imaginary[row] as number) - (partReal * ownImaginary + partImaginary * own);
      }
    }
    for (let step = order.length - 1; step >= 0; step -= 1) {
      const pivot = order[step] as number;
      const own = real[pivot] as number;
      const ownImaginary = imaginary[pivot] as number;
      const overReal = this.inverseReal[pivot] as number;
      const overImaginary = this.inverseImaginary[pivot] as number;
      let sum = own * overReal - ownImaginary * overImaginary;
      let sumImaginary = own * overImaginary + ownImaginary * overReal;
      const end = starts[step + 1] as number;
      for (let at = starts[step] as number; at < end; at += 1) {
        const row = rows[at] as number;
        const entry = entries[at] as number;
        const partReal = this.real[entry] as number;
        const partImaginary = this.imaginary[entry] as number;
        sum -= partReal * (real[row] as number) - partImaginary * (imaginary[row] as number);
        sumImaginary -= partReal * (imaginary[row] as number) + partImaginary * (real[row] as number);
      }
      real[pivot] = sum;
      imaginary[pivot] = sumImaginary;
    }
  }
}
