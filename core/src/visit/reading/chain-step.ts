import { endsOf } from '../../reference';
import { resolveExpectation, type ExpectationDocument, type ResolvedExpectation } from '../../expectation';
import {
  breakWords,
  halfSplit,
  locateBreak,
  reachablePoints,
  splits,
  suspectsOf,
  voltsShow,
  type BreakPlace,
  type Chain,
  type ChainReading,
} from '../../path';
import type { MeasurementStep } from '../../procedure';
import type { JointJudgement, Judgement } from '../../verdict';
import { terminalLabel, type UnitModelDocument } from '../../unit-model';
import { chainEnds, chainHere, chainReadings } from './chain-readings';
import type { VisitContext, VisitState } from '../record';
import { wireColourHere } from './wire-colour';

/** A chain step in the middle of being halved. */
export interface ChainProgress {
  readonly chain: Chain;
  readonly readings: readonly ChainReading[];
  readonly place: BreakPlace;
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
  const chain = chainHere(context, state, path);
  if (!chain) return undefined;
  const readings = chainReadings(context, state, chain);
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
  const place = locateBreak(chain, readings);
  const last = chain.points.length - 1;
  const isUnclearAt = (at: number): boolean =>
    readings.some(({ from, to, shows }) => from === at && to === last && shows === 'unclear');
  const offers = reachable.filter((point) => {
    const at = chain.points.indexOf(point);
    return at >= 0 && splits(chain, place, at) && !isUnclearAt(at);
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
  const chain = chainHere(context, state, path);
  const ends = chain && chainEnds(context, chain, points);
  const volts = judgement.value;
  if (!chain || !ends || volts === undefined || judgement.verdict === 'invalid') return undefined;
  const shows = voltsShow(chain, endsOf(volts, judgement.interval));
  const readings = [...chainReadings(context, state, chain), { ...ends, shows, volts, event: '' }];
  const { place, best } = progressOf(context, chain, readings, reachable);
  if (best !== undefined && !place.isContradictory) return undefined;
  const pattern = outcomeOf(chain, place, step);
  const isWhole = pattern === chain.path.load;
  return {
    verdict: isWhole ? 'within' : 'absent',
    ...(pattern === undefined ? {} : { pattern }),
    sentence: chainWords(context, state, { chain, place }),
  };
}

/** Where the voltage stops, with the wires in the colours they have here. */
export function chainWords(
  context: VisitContext,
  state: VisitState,
  { chain, place }: Pick<ChainProgress, 'chain' | 'place'>,
): string {
  return breakWords(context.model, chain, place, (wire) => wireColourHere(context, state, wire));
}

/** The branch a located break leads to: its element, or what else a chain can come to. */
function outcomeOf(chain: Chain, place: BreakPlace, step: MeasurementStep): string | undefined {
  if (place.isContradictory) return 'contradiction';
  if (place.isSourceOpen) return 'no-feed';
  const suspects = suspectsOf(chain, place);
  if (suspects.length === 0) return 'wires';
  return suspects.length === 1 ? suspects[0] : suspects.find((each) => Object.hasOwn(step.branches, each));
}
