import { magnitudeOfEnds, PRESENCE, type Ends } from '../reference';
import type { Chain } from './chain';
import type { Origin, Potentials } from './network';

/** What a voltage between two nodes of a chain shows. */
export interface ChainReading {
  /** Indices of its nodes; of two points the one nearer to the source first. */
  readonly from: number;
  readonly to: number;
  /** Volts, all it may be as far as the meter can tell; of either sign. */
  readonly ends: Ends;
  readonly volts: number;
  readonly event: string;
}

/** From where volts on a chain mean what they do. */
export interface ChainScale {
  /** Volts that all which conducts may take together. */
  readonly taken: number;
  /** Least volts of a feed that an open chain is seen by. */
  readonly alive: number;
  /** Least volts a load works with. */
  readonly served: number;
  /** Most volts of the feed, and while too much is taken from it. */
  readonly top: number;
  readonly loadedTop: number;
}

/** The scale of a chain by its nominal voltage. */
export function chainScale({ nominal }: Pick<Chain, 'nominal'>): ChainScale {
  return {
    taken: Math.max(PRESENCE.chainDeadPart * nominal, PRESENCE.deadVolts),
    alive: PRESENCE.chainAlivePart * nominal,
    served: PRESENCE.servedPart * nominal,
    top: PRESENCE.chainTopPart * nominal,
    loadedTop: PRESENCE.loadedTopPart * nominal,
  };
}

/** How a chain may be: what the feed gives, and what the load is left with. */
export interface FeedBounds {
  /** Volts of the feed, between these. */
  readonly feed: Ends;
  /** Least volts that a reading of all of it shows. */
  readonly shows?: number;
  /** Volts across the load where something poor takes the rest: less than these. */
  readonly leaves?: number;
}

/**
 * Whether one set of volts explains every reading. Two unknowns at most, the feed and the load: each reading bounds the
 * one, the other or their difference, and three intervals of two numbers and their difference have a common point where
 * the third meets the difference of the first two.
 */
export function explains(
  { origins }: Pick<Potentials, 'origins'>,
  readings: readonly ChainReading[],
  { taken, alive }: ChainScale,
  { feed, shows = 0, leaves = Infinity }: FeedBounds,
): boolean {
  const isPoor = leaves < Infinity;
  // What takes less than that is a wire, and what leaves less does not conduct.
  const least = isPoor ? taken : 0;
  let [ofFeed, ofLoad, ofLost] = [feed, { low: least, high: leaves }, { low: least, high: feed.high }];
  for (const { from, to, ends } of readings) {
    const volts = magnitudeOfEnds(ends);
    const [one, other] = [origins[from], origins[to]];
    if (one === undefined || other === undefined) continue;
    switch (differenceOf(one, other)) {
      case 'nothing':
        if (volts.low > taken) return false;
        break;
      case 'floating':
        // A meter takes down what hangs in the air; what is left is a stray voltage.
        if (volts.low >= alive) return false;
        break;
      case 'feed':
        if (volts.high < shows) return false;
        ofFeed = meet(ofFeed, { low: volts.low, high: volts.high + taken });
        break;
      case 'load':
        if (volts.low >= leaves) return false;
        ofLoad = meet(ofLoad, { low: volts.low - taken, high: volts.high });
        break;
      case 'lost':
        ofLost = meet(ofLost, { low: volts.low - taken, high: volts.high + taken });
        break;
    }
  }
  if (isEmpty(ofFeed) || isEmpty(ofLoad) || isEmpty(ofLost)) return false;
  return !isPoor || !isEmpty(meet(ofLost, { low: ofFeed.low - ofLoad.high, high: ofFeed.high - ofLoad.low }));
}

/** What a reading between two nodes is: all the feed gives, what the load is left with, what is lost, nothing, anything. */
function differenceOf(one: Origin, other: Origin): 'feed' | 'load' | 'lost' | 'nothing' | 'floating' {
  if (one === other) return 'nothing';
  if (typeof one === 'number' || typeof other === 'number') return 'floating';
  const pair = new Set([one, other]);
  if (pair.has('feed')) return pair.has('return') ? 'feed' : pair.has('taken') ? 'lost' : 'load';
  return pair.has('taken') ? 'load' : 'lost';
}

/**
 * Whether a load that takes too much explains every reading: its current costs voltage wherever it flows, in the source
 * and in all that conducts, so that the points fall from the feed to the return and no point is higher than the one
 * before (difference constraints; Bellman 1958, Ford 1956).
 */
export function explainsByHeavyLoad(
  chain: Chain,
  readings: readonly ChainReading[],
  scale: ChainScale,
  isBreakExcluded: boolean,
): boolean {
  const last = chain.points.length - 1;
  const load = chain.links.findIndex(({ kind }) => kind === 'load');
  if (load < 0) return false;
  const bounds: Bound[] = chain.links.map((_link, index): Bound => ({
    from: index,
    to: index + 1,
    low: 0,
    high: Infinity,
  }));
  for (const { from, to, ends } of readings) {
    if (from <= last && to <= last) bounds.push({ from, to, ...magnitudeOfEnds(ends) });
  }
  const weak: Bound = { from: 0, to: last, low: 0, high: scale.served };
  const fed: Bound = { from: 0, to: last, low: scale.served, high: scale.loadedTop };
  const left: Bound = { from: load, to: load + 1, low: 0, high: scale.served };
  // Where a break explains that nothing at all is left of a stiff feed, no short is needed: it would have blown the fuse.
  const part: Bound = { ...left, low: isBreakExcluded ? 0 : scale.taken };
  return areFeasible(last + 1, [...bounds, weak, left]) || areFeasible(last + 1, [...bounds, fed, part]);
}

/** Volts by which one point is above another. */
interface Bound extends Ends {
  readonly from: number;
  readonly to: number;
}

function areFeasible(count: number, bounds: readonly Bound[]): boolean {
  const arcs = bounds.flatMap(({ from, to, low, high }) => [
    { from: to, to: from, most: high },
    { from, to, most: -low },
  ]);
  const levels = Array.from({ length: count }, () => 0);
  for (let round = 0; round <= count; round += 1) {
    let isChanged = false;
    for (const { from, to, most } of arcs) {
      const reached = (levels[from] ?? 0) + most;
      if (reached >= (levels[to] ?? 0) - 1e-9) continue;
      levels[to] = reached;
      isChanged = true;
    }
    if (!isChanged) return true;
  }
  return false;
}

function meet(a: Ends, b: Ends): Ends {
  return { low: Math.max(a.low, b.low), high: Math.min(a.high, b.high) };
}

function isEmpty({ low, high }: Ends): boolean {
  return low > high + 1e-9;
}
