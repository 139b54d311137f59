import type { Chain } from './chain';
import { linksOf, nodesOf } from './layout';
import type { Hypothesis } from './hypotheses';
import type { ChainReading } from './explains';
import { voltsShow, type ChainPlace } from './locate';

/** A wire or a trace fails less often than what it joins; common practice, no source. */
const WIRE_WEIGHT = 0.5;
/** What conducts poorly is rarer than what does not conduct; common practice, no source. */
const POOR_WEIGHT = 0.1;

/** What would be found at a node, read to the end of the chain. */
export type Found = 'whole' | 'part' | 'nothing';

function foundAt(node: number, { kind, potentials }: Hypothesis): Found {
  if (kind === 'dead') return 'nothing';
  const origin = potentials.origins[node];
  if (origin === 'feed') return kind === 'weak' ? 'part' : 'whole';
  return origin === 'taken' || origin === 'raised' ? 'part' : 'nothing';
}

/**
 * What must be found at a node, as far as the readings tell; undefined while more than one thing may be. Where a load may
 * take too much the voltage falls all along: behind a point that was read dead nothing is left, of any other nobody knows.
 */
export function mustBeFound(
  chain: Chain,
  { holding, isLoadHeavy }: ChainPlace,
  readings: readonly ChainReading[],
  node: number,
): Found | undefined {
  const [first, ...others] = new Set(holding.map((each) => foundAt(node, each)));
  if (others.length > 0 || !isLoadHeavy) return others.length > 0 ? undefined : first;
  const last = chain.points.length - 1;
  const isBehindDead = readings.some(
    ({ from, to, ends }) => to === last && from <= node && node < last && voltsShow(chain, ends) === 'dead',
  );
  return first === 'nothing' && isBehindDead ? first : undefined;
}

/** What is blamed when a hypothesis holds: a link, or the source. */
function blameOf(chain: Chain, { kind, link }: Hypothesis): number {
  if (kind === 'served') return chain.links.findIndex((each) => each.kind === 'load');
  return link ?? SOURCE;
}

const SOURCE = -1;

/** What would still be to blame after each thing that may be found at a node. */
function leftAt(chain: Chain, place: Pick<ChainPlace, 'holding'>, node: number): readonly ReadonlySet<number>[] {
  const groups = new Map<Found, Set<number>>();
  for (const each of place.holding) {
    const found = foundAt(node, each);
    const blamed = groups.get(found) ?? new Set<number>();
    groups.set(found, blamed.add(blameOf(chain, each)));
  }
  return [...groups.values()];
}

/** Whether a reading at this node, to the end of the chain, can leave less to blame. */
export function splits(chain: Chain, place: Pick<ChainPlace, 'holding'>, node: number): boolean {
  const all = new Set(place.holding.map((each) => blameOf(chain, each)));
  return leftAt(chain, place, node).some((blamed) => blamed.size < all.size);
}

/**
 * The point that leaves least by weight, read to the end of the chain (half-split method of fault location; Miller and
 * Ely, 1953, from memory). Undefined where none of the points tells anything more.
 */
export function halfSplit(
  chain: Chain,
  place: ChainPlace,
  points: readonly string[],
  weightOf: (element: string) => number = () => 1,
): string | undefined {
  const nodes = nodesOf(chain);
  const offers = points.flatMap((address) => {
    const node = nodes.indexOf(address);
    if (node < 0 || !splits(chain, place, node)) return [];
    return [{ address, left: expectedLeft(chain, place, node, weightOf) }];
  });
  return offers.sort((a, b) => a.left - b.left)[0]?.address;
}

/** Weight that is expected to be left to blame after a reading: what each finding leaves, by how likely it is found. */
function expectedLeft(chain: Chain, place: ChainPlace, node: number, weightOf: (element: string) => number): number {
  const likely = new Map<Found, Map<string, number>>();
  for (const each of place.holding) {
    const found = foundAt(node, each);
    const weights = likely.get(found) ?? new Map<string, number>();
    likely.set(found, weights.set(`${each.kind} ${each.link ?? ''}`, weightIn(chain, each, weightOf)));
  }
  const sum = (weights: Iterable<number>): number => [...weights].reduce((total, weight) => total + weight, 0);
  return sum(
    [...likely].map(([, weights]) => {
      const total = sum(weights.values());
      return total * total;
    }),
  );
}

function weightIn(chain: Chain, each: Hypothesis, weightOf: (element: string) => number): number {
  if (each.kind === 'dead') return 1;
  if (each.kind === 'weak') return POOR_WEIGHT;
  // The load that is open and the load that is served are told by one reading: together they weigh once.
  if (each.kind === 'served') return 0;
  const link = linksOf(chain)[blameOf(chain, each)];
  const weight =
    link === undefined ? 0 : link.kind === 'series' || link.kind === 'load' ? weightOf(link.element) : WIRE_WEIGHT;
  return each.kind === 'poor' ? weight * POOR_WEIGHT : weight;
}
