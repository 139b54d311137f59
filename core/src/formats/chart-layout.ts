import type { ChartEdge, ChartNode } from './chart-graph';

export interface ChartPoint {
  readonly x: number;
  readonly y: number;
}

/** A box with its place; x and y are its upper left corner. */
export type PlacedNode = ChartNode & ChartPoint;

/** An arrow with its bends and the middle of its words. */
export interface PlacedEdge extends ChartEdge {
  readonly points: readonly ChartPoint[];
  readonly label?: ChartPoint;
}

/** A chart with everything in its place, in pixels. */
export interface ChartLayout {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly PlacedNode[];
  readonly edges: readonly PlacedEdge[];
}

const BEND = 7;

/** The path of an arrow: straight pieces with rounded bends. */
export function edgePath(points: readonly ChartPoint[]): string {
  const [first, ...rest] = points;
  if (!first) return '';
  const parts = [`M${round(first.x)} ${round(first.y)}`];
  rest.forEach((point, index) => {
    const before = rest[index - 1] ?? first;
    const after = rest[index + 1];
    if (!after) return parts.push(`L${round(point.x)} ${round(point.y)}`);
    const into = towards(point, before);
    const out = towards(point, after);
    return parts.push(
      `L${round(into.x)} ${round(into.y)}Q${round(point.x)} ${round(point.y)} ${round(out.x)} ${round(out.y)}`,
    );
  });
  return parts.join('');
}

function towards(from: ChartPoint, to: ChartPoint): ChartPoint {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const part = length === 0 ? 0 : Math.min(BEND, length / 2) / length;
  return { x: from.x + (to.x - from.x) * part, y: from.y + (to.y - from.y) * part };
}

function round(value: number): number {
  return Math.round(value * 10) / 10;
}
