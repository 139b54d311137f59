import { BLOCK_HEIGHT, CELL, REACH, terminalAt, type BoardMap, type MapTerminal } from './map-layout';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** Where a map stands in its window: its scale, and what its corner is moved by. */
export interface Placing {
  readonly scale: number;
  readonly x: number;
  readonly y: number;
}

/** Under this scale the names of colours are too small to read at arm's length. */
export const READABLE = 0.8;
/** From this scale on a wet thumb hits the terminal that is meant. */
export const TOUCHABLE = 1;
const CLOSEST = 1.25;
const MARGIN = 6;

/**
 * The whole map where it can be read whole, else as much of it around the lit points as can; they are never left
 * outside, however small that makes the rest.
 *
 * @param least scale under which it is of no use: for eyes, or for a thumb
 */
export function fitted(
  map: BoardMap,
  window: Size,
  points: readonly (string | undefined)[],
  least: number = READABLE,
): Placing {
  const whole = Math.min(window.width / map.width, window.height / map.height, 1);
  const lit = points.flatMap((point) => terminalAt(map, point) ?? []);
  if (whole >= least || map.width === 0) return centred(map, window, whole);
  if (lit.length === 0) {
    const scale = least === TOUCHABLE ? TOUCHABLE : Math.min(1, window.width / map.width);
    return { scale, x: Math.max(0, (window.width - map.width * scale) / 2), y: 0 };
  }
  const box = boundsOf(lit);
  const scale = Math.min(
    CLOSEST,
    Math.max(least, window.width / map.width),
    (window.width - 2 * MARGIN) / box.width,
    (window.height - 2 * MARGIN) / box.height,
  );
  return {
    scale,
    x: kept(window.width / 2 - (box.x + box.width / 2) * scale, window.width, map.width * scale),
    y: kept(window.height / 2 - (box.y + box.height / 2) * scale, window.height, map.height * scale),
  };
}

/** Whether the lit points can be seen and read as the map stands: then it keeps still. */
export function isInSight(
  map: BoardMap,
  window: Size,
  { scale, x, y }: Placing,
  points: readonly (string | undefined)[],
  least: number = READABLE,
): boolean {
  const lit = points.flatMap((point) => terminalAt(map, point) ?? []);
  if (lit.length === 0) return true;
  const box = boundsOf(lit);
  const [left, top] = [box.x * scale + x, box.y * scale + y];
  const isInside =
    left >= 0 && top >= 0 && left + box.width * scale <= window.width && top + box.height * scale <= window.height;
  return isInside && scale >= Math.min(least, fitted(map, window, points, least).scale);
}

function centred(map: BoardMap, window: Size, scale: number): Placing {
  return { scale, x: (window.width - map.width * scale) / 2, y: Math.max(0, (window.height - map.height * scale) / 4) };
}

/** No more empty room beside the map than there has to be. */
function kept(at: number, window: number, size: number): number {
  return size <= window ? (window - size) / 2 : Math.min(0, Math.max(window - size, at));
}

function boundsOf(terminals: readonly MapTerminal[]): { x: number; y: number; width: number; height: number } {
  const left = Math.min(...terminals.map(({ x }) => x)) - CELL;
  const right = Math.max(...terminals.map(({ x }) => x)) + CELL;
  const top = Math.min(...terminals.map(({ y }) => y)) - REACH.above - 22;
  const bottom = Math.max(...terminals.map(({ y }) => y)) + BLOCK_HEIGHT - REACH.above;
  return { x: left, y: top, width: right - left, height: bottom - top };
}

/** The terminal one comes to from another by an arrow key: the nearest that way, sideways counting double. */
export function neighbour(
  map: BoardMap,
  from: MapTerminal,
  way: 'left' | 'right' | 'up' | 'down',
): MapTerminal | undefined {
  const offers = [...map.terminals.values()].flatMap((each) => {
    const [dx, dy] = [each.x - from.x, each.y - from.y];
    const along = { left: -dx, right: dx, up: -dy, down: dy }[way];
    const beside = Math.abs(way === 'left' || way === 'right' ? dy : dx);
    return along > 1 ? [{ each, cost: along + 2 * beside }] : [];
  });
  return offers.sort((a, b) => a.cost - b.cost)[0]?.each;
}
