import { linksOf, nodesOf, type Layout } from './layout';

/** What is supposed of the links of a chain; all others conduct. */
export interface Supposed {
  readonly open: ReadonlySet<number>;
  /** Conducts through a resistance that takes part of the voltage. */
  readonly poor?: number;
}

/**
 * Where a node gets its potential from: from the feed or the return; over what is poor, between it and the load, on the
 * side of the feed (`taken`: what the load is left with) or of the return (`raised`: what is lost); or from nothing, a
 * number for each piece that hangs in the air.
 */
export type Origin = 'feed' | 'return' | 'taken' | 'raised' | number;

/** Where each node gets its potential from, and whether the load has current. */
export interface Potentials {
  readonly origins: readonly Origin[];
  readonly isFlowing: boolean;
}

/**
 * What the nodes of a chain are joined to when these links do not conduct: Kirchhoff's laws for one source and one load,
 * where whatever conducts takes nothing. Undefined where the source would be shorted.
 */
export function potentialsOf(chain: Layout, { open, poor }: Supposed): Potentials | undefined {
  const nodes = nodesOf(chain);
  const indexOf = new Map(nodes.map((address, index) => [address, index]));
  const pieces = new Pieces(nodes.length);
  const bridges: Bridge[] = [];
  linksOf(chain).forEach((link, index) => {
    if (open.has(index) && link.isAbsent !== true) return;
    const ends = [indexOf.get(link.from) ?? 0, indexOf.get(link.to) ?? 0] as const;
    if (link.kind === 'load' || index === poor) bridges.push({ isLoad: link.kind === 'load', ends });
    else pieces.join(...ends);
  });
  const feed = pieces.of(0);
  const back = pieces.of(chain.points.length - 1);
  if (feed === back) return undefined;
  const joining = bridges
    .map(({ isLoad, ends: [a, b] }): Bridge => ({ isLoad, ends: [pieces.of(a), pieces.of(b)] }))
    .filter(({ ends: [a, b] }) => a !== b);
  const middle = middleOf(joining, feed, back);
  const origins = new Map<number, Origin>([[feed, 'feed'], [back, 'return'], ...(middle ? [middle] : [])]);
  // What hangs on one side takes its potential, through the load as well: no current, no drop.
  for (const { ends } of [...joining, ...joining]) {
    for (const [one, other] of [ends, [ends[1], ends[0]]] as const) {
      const origin = origins.get(one);
      if (origin !== undefined && !origins.has(other)) origins.set(other, origin);
    }
  }
  return {
    origins: nodes.map((_address, node) => origins.get(pieces.of(node)) ?? pieces.of(node)),
    isFlowing: middle !== undefined || joining.some(({ isLoad, ends }) => isLoad && far(ends, feed) === back),
  };
}

/** The load, or what conducts poorly, between two nodes or pieces. */
interface Bridge {
  readonly isLoad: boolean;
  readonly ends: readonly [number, number];
}

/** The end that is not this one; undefined where neither is. */
function far([a, b]: Bridge['ends'], end: number): number | undefined {
  return a === end ? b : b === end ? a : undefined;
}

/** The piece between the load and what is poor, where both carry the current. */
function middleOf(bridges: readonly Bridge[], feed: number, back: number): readonly [number, Origin] | undefined {
  for (const near of bridges) {
    const piece = far(near.ends, feed);
    if (piece === undefined || piece === back) continue;
    const isThrough = bridges.some((each) => each !== near && far(each.ends, piece) === back);
    if (isThrough) return [piece, near.isLoad ? 'raised' : 'taken'];
  }
  return undefined;
}

/** Nodes that are one because what joins them conducts. */
class Pieces {
  readonly #parents: number[];

  constructor(count: number) {
    this.#parents = Array.from({ length: count }, (_each, index) => index);
  }

  of(node: number): number {
    let at = node;
    for (;;) {
      const parent = this.#parents[at] ?? at;
      if (parent === at) return at;
      at = parent;
    }
  }

  join(a: number, b: number): void {
    this.#parents[this.of(a)] = this.of(b);
  }
}
