/** The position whose value lies nearest in proportion, and how far off it is as a part of that value. */
export function nearestPosition(
  positions: Readonly<Record<string, number>>,
  value: number,
): { readonly position: string; readonly off: number } | undefined {
  return Object.entries(positions)
    .map(([position, wanted]) => ({
      position,
      off: wanted === 0 ? Math.abs(value) : Math.abs(value - wanted) / Math.abs(wanted),
    }))
    .reduce<{ position: string; off: number } | undefined>(
      (best, each) => (best === undefined || each.off < best.off ? each : best),
      undefined,
    );
}
