/** A table of two columns, `x` rising. */
export type ValueTable = readonly (readonly [x: number, y: number])[];

/**
 * What is wrong with a table, in words; undefined when it can be read both ways along its rows.
 *
 * @example tableFault([[0, 29]]) // "A table has at least two rows."
 */
export function tableFault(rows: ValueTable): string | undefined {
  if (rows.length < 2) return 'A table has at least two rows.';
  const falling = rows.findIndex(([x], index) => index > 0 && x <= (rows[index - 1]?.[0] ?? -Infinity));
  return falling < 0 ? undefined : `Row ${falling + 1} does not rise in the first column.`;
}

/**
 * The second column at `x`, between rows by a straight line; NaN beyond the ends: a table says nothing there.
 *
 * @example tableValue([[0, 29], [25, 9]], 12.5) // 19
 */
export function tableValue(rows: ValueTable, x: number): number {
  const above = rows.findIndex(([at]) => at >= x);
  const upper = rows[above];
  if (!upper) return NaN;
  if (upper[0] === x) return upper[1];
  const lower = rows[above - 1];
  if (!lower) return NaN;
  return lower[1] + ((x - lower[0]) / (upper[0] - lower[0])) * (upper[1] - lower[1]);
}

/** Lowest and highest of the second column where the first is between `from` and `to`; undefined beyond the ends. */
export function tableSpan(rows: ValueTable, from: number, to: number): { low: number; high: number } | undefined {
  const ends = [tableValue(rows, from), tableValue(rows, to)];
  if (ends.some(Number.isNaN)) return undefined;
  const inside = rows.filter(([x]) => x > from && x < to).map(([, y]) => y);
  return { low: Math.min(...ends, ...inside), high: Math.max(...ends, ...inside) };
}
