/** One link of a chain, between two neighbouring points. */
export interface ChainLink {
  /** A device, a wire, a bus, or `board:function`. */
  readonly element: string;
  /** A wire or a bus; a trace of a board; a contact or a fuse. */
  readonly kind: 'wire' | 'trace' | 'series' | 'load' | 'jumper';
  readonly from: string;
  readonly to: string;
  /** An optional device this unit lacks: bridged, and never to blame. */
  readonly isAbsent?: boolean;
  /** Conducts only while a coil, a call or a board closes it. */
  readonly isOpenAtRest?: boolean;
  /** A contact beside which current has another way: open or closed, the chain may be as it should be. */
  readonly mayRest?: boolean;
  /** A contact that is open as long as the calls of the path are made: current goes another way. */
  readonly isHeldOpen?: boolean;
}

/** The terminals and links of a path: `links[i]` lies between `points[i]` and `points[i + 1]`. */
export interface Layout {
  /** Terminal addresses in the order of the current. */
  readonly points: readonly string[];
  readonly links: readonly ChainLink[];
  /** What current can go through besides: other ways between points of the chain. */
  readonly sideLinks: readonly ChainLink[];
  /** Terminals of these that are no point of the chain. */
  readonly sidePoints: readonly string[];
}

/** Every link of a chain, those of its side ways last: indices of links count through both. */
export function linksOf({ links, sideLinks }: Pick<Layout, 'links' | 'sideLinks'>): readonly ChainLink[] {
  return [...links, ...sideLinks];
}

/** Every terminal of a chain, those of its side ways last: indices of nodes count through both. */
export function nodesOf({ points, sidePoints }: Pick<Layout, 'points' | 'sidePoints'>): readonly string[] {
  return [...points, ...sidePoints];
}
