import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../../expectation';
import {
  breakWords,
  conductingLinks,
  halfSplit,
  linksOf,
  locate,
  nodesOf,
  placeKey,
  reachablePoints,
  splits,
  type Chain,
  type ChainPlace,
  type ChainReading,
} from '../../path';
import type { MeasurementStep } from '../../procedure';
import type { JointJudgement, Judgement, Verdict } from '../../verdict';
import { terminalLabel, type UnitModelDocument } from '../../unit-model';
import { chainAsRead, chainHere, chainUnder, readingOn } from './chain-readings';
import type { VisitContext, VisitState } from '../record';
import { wireColourHere } from './wire-colour';

/** A chain step in the middle of being halved. */
export interface ChainProgress {
  readonly chain: Chain;
  readonly readings: readonly ChainReading[];
  readonly place: ChainPlace;
  /** Points that would tell something, in the order of the current. */
  readonly offers: readonly string[];
  /** The one of them that splits best; undefined once none tells anything more. */
  readonly best?: string;
}

/** How far the readings narrow a path down, with the points of `reachable` that would narrow it further. */
export function chainProgress(
  context: VisitContext,
  state: VisitState,
  path: string,
  reachable?: readonly string[],
): ChainProgress | undefined {
  const here = chainHere(context, state, path);
  if (!here) return undefined;
  const { chain, readings } = chainAsRead(context, state, here);
  if (reachable) return progressOf(context, chain, readings, reachable);
  // Only where the boards tell nothing more does one walk to the devices.
  const near = progressOf(context, chain, readings, reachablePoints(context.model, chain));
  return near.best === undefined ? progressOf(context, chain, readings, chain.points) : near;
}

function progressOf(
  context: VisitContext,
  chain: Chain,
  readings: readonly ChainReading[],
  reachable: readonly string[],
): ChainProgress {
  const place = locate(chain, readings);
  const last = chain.points.length - 1;
  const isRead = (at: number): boolean => readings.some(({ from, to }) => from === at && to === last);
  const nodes = nodesOf(chain);
  const offers = reachable.filter((point) => {
    const at = nodes.indexOf(point);
    return at >= 0 && splits(chain, place, at) && !isRead(at);
  });
  const best = halfSplit(chain, place, offers, (element) => weightOf(context.model, element));
  return { chain, readings, place, offers, ...(best === undefined ? {} : { best }) };
}

/** What an element's faults are known to weigh; 1 where nothing is known. */
function weightOf(model: UnitModelDocument, element: string): number {
  const weights = (model.faults ?? []).flatMap(({ of, weight = 1 }) => (of === element ? [weight] : []));
  return weights.length === 0 ? 1 : weights.reduce((sum, weight) => sum + weight, 0);
}

/** What a chain step asks next: this point to the end of the chain, or one the technician prefers. */
export interface ChainAsked {
  readonly from: string;
  readonly to: string;
  readonly function: Chain['function'];
  readonly expectation: ResolvedExpectation;
  readonly slot: { readonly id: string; readonly name: string; readonly number: number; readonly of: number };
}

export function chainAsked(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  preferred?: string,
): ChainAsked | undefined {
  const { path, points } = step.measure.chain ?? {};
  const progress = path === undefined ? undefined : chainProgress(context, state, path, points);
  if (!progress) return undefined;
  const { chain, offers, best } = progress;
  const isOffered = preferred !== undefined && offers.includes(preferred);
  const from = isOffered ? preferred : (best ?? chain.points[0] ?? '');
  const to = chain.points.at(-1) ?? '';
  const read = readHere(state);
  return {
    from,
    to,
    function: chain.function,
    expectation: resolveExpectation(presentAt(chain), chain.function),
    slot: {
      id: from,
      name: `${terminalLabel(context.model, from)} to ${terminalLabel(context.model, to)}`,
      number: read + 1,
      of: read + Math.max(1, Math.ceil(Math.log2(offers.length + 1))),
    },
  };
}

function readHere(state: VisitState): number {
  return state.trail
    .slice(state.arrivedAt)
    .filter(({ event, standing }) => event.type === 'reading-taken' && standing === 'walked').length;
}

function presentAt({ nominal }: Chain): ExpectationDocument {
  return { kind: 'state', is: 'present', of: `${nominal} V`, source: 'everything up to here conducts' };
}

/** What the chain comes to with this reading; undefined while another point would still tell something. */
export function chainJoint(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  points: { readonly from: string; readonly to: string },
  judgement: Judgement,
): JointJudgement | undefined {
  const { path = '', points: reachable = [] } = step.measure.chain ?? {};
  const here = chainHere(context, state, path);
  const read = here && readingOn(context, here, points, judgement, '');
  if (!here || !read || judgement.verdict === 'invalid') return undefined;
  const { chain, readings: earlier } = chainUnder(context, state, here, state.conditions);
  const readings = [...earlier, read];
  const { place, best } = progressOf(context, chain, readings, reachable);
  if (best !== undefined && !place.isContradictory) return undefined;
  const pattern = placeKey(chain, place);
  const elementsAt = (indices: readonly number[]): readonly string[] => [
    ...new Set(indices.flatMap((index) => linksOf(chain)[index]?.element ?? [])),
  ];
  return {
    verdict: verdictOf(place),
    ...(pattern === undefined ? {} : { pattern }),
    // Too little at the first point accuses whatever feeds it as well.
    left: [...elementsAt(place.links), ...(place.isSourceOpen || place.isSourceWeak ? [chain.path.supply] : [])],
    conducts: elementsAt(conductingLinks(chain, readings, place)),
    sentence: chainWords(context, state, { chain, place }),
  };
}

/** What a chain comes to beside the name of the place: whole, fed too low, or not reaching its load. */
function verdictOf({ open, isServed, isSourceOpen, isContradictory }: ChainPlace): Verdict {
  if (isContradictory) return 'mixed';
  if (isServed) return 'within';
  return open.length > 0 || isSourceOpen ? 'absent' : 'low';
}

/** Where the voltage stops, with the wires in the colours they have here. */
export function chainWords(
  context: VisitContext,
  state: VisitState,
  { chain, place }: Pick<ChainProgress, 'chain' | 'place'>,
): string {
  return breakWords(context.model, chain, place, (wire) => wireColourHere(context, state, wire));
}
