import type { Press } from './align';

/** Milliseconds between neighbouring presses. */
export function intervalsOf(taps: readonly Press[]): number[] {
  return taps.slice(1).map((tap, index) => tap.down - (taps[index]?.down ?? 0));
}

export function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, each) => sum + each, 0) / values.length;
}

export function quantile(sorted: readonly number[], part: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
}
