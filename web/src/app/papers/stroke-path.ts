/** A stroke of a hand as the path of a drawing; a dot is a short line. */
export function strokePath(stroke: readonly number[]): string {
  const points = Array.from(
    { length: Math.floor(stroke.length / 2) },
    (_, at) => `${stroke[at * 2] ?? 0} ${stroke[at * 2 + 1] ?? 0}`,
  );
  return points.length === 0 ? '' : `M${points.join('L')}l0.1 0`;
}
