/** One measured figure beside its budget. */
export interface Row {
  readonly what: string;
  readonly figure: string;
  readonly budget: string;
  /** Undefined where there is no budget. */
  readonly isMet?: boolean;
  /** The numbers behind the figure, for machines. */
  readonly numbers: Readonly<Record<string, number>>;
}

export type Benchmark = () => Promise<readonly Row[]>;

/** The value under which `part` of the samples lie (nearest rank). */
export function percentile(samples: readonly number[], part: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.max(0, Math.ceil(part * sorted.length) - 1)] ?? Number.NaN;
}

export function median(samples: readonly number[]): number {
  return percentile(samples, 0.5);
}

/** At most three digits that say something. */
export function short(value: number): string {
  return Number(value.toPrecision(3)).toLocaleString('en-GB', { maximumFractionDigits: 2 });
}
