/** How alike the members of a set are. */
export interface Balance {
  readonly mean: number;
  /** Largest distance from the mean, with the index of the member it belongs to. */
  readonly deviation: number;
  readonly farthest: number;
  /** The deviation as a part of the mean: the unbalance of NEMA MG 1 (from memory). */
  readonly unbalance: number;
  /** Highest less lowest, as a part of the mean. */
  readonly spread: number;
}

/**
 * Mean and largest deviation of at least one value; the parts are NaN where the mean is zero.
 *
 * @example balanceOf([460, 467, 450]) // {"mean":459,"deviation":9,"farthest":2,"unbalance":0.0196078431372549,"spread":0.037037037037037035}
 */
export function balanceOf(values: readonly number[]): Balance {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const deviations = values.map((value) => Math.abs(value - mean));
  const deviation = Math.max(...deviations);
  return {
    mean,
    deviation,
    farthest: deviations.indexOf(deviation),
    unbalance: deviation / Math.abs(mean),
    spread: (Math.max(...values) - Math.min(...values)) / Math.abs(mean),
  };
}
