import { endsOf } from '../../reference';
import { nodesOf, voltsShow, withJumpers, type Chain, type ChainReading, type Jumper } from '../../path';
import {
  conditionEntries,
  conditionsDuring,
  SET_UP_GROUPS,
  CIRCUMSTANCES,
  USUAL,
  type ConditionEntry,
  type ConditionGroup,
  type Conditions,
} from '../../procedure';
import { ownerOf } from '../../unit-model';
import type { Judgement } from '../../verdict';
import type { BypassEntry, EventOf, TrailLine, VisitContext, VisitState } from '../record';

/** Every chain of this unit, as it has them. */
export function chainsHere(context: VisitContext, state: Pick<VisitState, 'options'>): readonly Chain[] {
  return context.chains({ ...context.options, ...state.options });
}

/** The chain of a path as this unit has it: without the optional devices it was seen, or is on file, not to have. */
export function chainHere(context: VisitContext, state: Pick<VisitState, 'options'>, path: string): Chain | undefined {
  return chainsHere(context, state).find((chain) => chain.path.id === path);
}

/** A chain with the jumpers that were in when it was read, and its readings. */
export interface ChainAsRead {
  readonly chain: Chain;
  readonly readings: readonly ChainReading[];
}

/**
 * The voltages read along a chain while it was fed and called, under the conditions of the newest of them: what was
 * read before a plug was pulled or a jumper put in says nothing of now.
 */
export function chainAsRead(context: VisitContext, state: VisitState, chain: Chain): ChainAsRead {
  const newest = state.trail.findLast((line) => isAlongChain(context, line, chain));
  return chainUnder(context, state, chain, newest?.conditions ?? state.conditions);
}

/** What of a record a chain is read from. */
interface ReadFrom {
  readonly trail: readonly TrailLine[];
  readonly bypasses: readonly Pick<BypassEntry, 'bypass' | 'from' | 'to'>[];
}

/** The same under these conditions. */
export function chainUnder(context: VisitContext, state: ReadFrom, chain: Chain, conditions: Conditions): ChainAsRead {
  const readings = placesAlong(context, state.trail, chain, conditions).flatMap((place): ChainReading[] => {
    const event = state.trail[place]?.event;
    if (event?.type !== 'reading-taken') return [];
    const read = readingOn(context, chain, event, event.judgement, event.id);
    return read ? [read] : [];
  });
  return { chain: withJumpers(chain, jumpersOn(context, state, chain, conditions)), readings };
}

/** Places in the log of what was read along a chain under these conditions. */
export function placesAlong(
  context: VisitContext,
  trail: readonly TrailLine[],
  chain: Chain,
  conditions: Conditions,
): readonly number[] {
  const held = setUpKey(conditions);
  return trail.flatMap((line, place) =>
    isAlongChain(context, line, chain) && setUpKey(line.conditions) === held ? [place] : [],
  );
}

/**
 * What a judged reading says of a chain; undefined beside it. At a terminal that only hangs on the chain by a wire it says
 * something where it is alive: dead may be that wire.
 */
export function readingOn(
  context: VisitContext,
  chain: Chain,
  points: Pick<EventOf<'reading-taken'>, 'from' | 'to'>,
  { value: volts, interval }: Judgement,
  event: string,
): ChainReading | undefined {
  const at = chainEnds(context, chain, points);
  if (!at || volts === undefined) return undefined;
  const ends = endsOf(volts, interval);
  const isFirm = [points.from, points.to].every((point) => isOnChain(context, chain, point));
  return isFirm || voltsShow(chain, ends) === 'alive' ? { ...at, ends, volts, event } : undefined;
}

/** Whether a terminal is one of the chain, or of the same bus bar. */
function isOnChain({ model }: VisitContext, chain: Chain, terminal = ''): boolean {
  const bus = model.devices.find(({ id, kind }) => kind === 'bus' && id === ownerOf(terminal));
  return nodesOf(chain).some((node) => node === terminal || (bus !== undefined && ownerOf(node) === bus.id));
}

/** Jumpers that are in under these conditions, by the nodes of the chain they join. */
function jumpersOn(
  context: VisitContext,
  state: ReadFrom,
  chain: Chain,
  { bypasses = {} }: Conditions,
): readonly Jumper[] {
  const nodes = nodesOf(chain);
  return state.bypasses.flatMap(({ bypass, from, to }): Jumper[] => {
    const [a, b] = [context.placeOn(chain, from), context.placeOn(chain, to)];
    if (bypasses[bypass] !== 'in' || a === undefined || b === undefined) return [];
    return [{ id: bypass, from: nodes[a] ?? from, to: nodes[b] ?? to }];
  });
}

function isAlongChain(context: VisitContext, line: TrailLine, chain: Chain): boolean {
  const { event, standing, conditions } = line;
  if (event.type !== 'reading-taken' || standing === 'retracted' || event.function !== chain.function) return false;
  if (event.judgement.verdict === 'invalid' || event.proof || isHandOn(line)) return false;
  const isCalled = (chain.path.calls ?? []).every((call) => conditions.calls?.[call] === 'on');
  return (
    conditions.supplies?.[chain.path.supply] === 'on' && isCalled && chainEnds(context, chain, event) !== undefined
  );
}

/** Somebody presses or flexes a part: what is read then is about the hand as well. */
export function isHandOn({ conditions, step }: Pick<TrailLine, 'conditions' | 'step'>): boolean {
  const { press = {} } = step === undefined || step.kind === 'decide' ? conditions : conditionsDuring(step, conditions);
  return Object.values(press).some((state) => state !== 'free');
}

/** Where on a chain a reading was taken, the end nearer to the source first; undefined where it lies beside it. */
export function chainEnds(
  context: VisitContext,
  chain: Chain,
  { from, to }: Pick<EventOf<'reading-taken'>, 'from' | 'to'>,
): { readonly from: number; readonly to: number } | undefined {
  const [a, b] = [context.placeOn(chain, from), context.placeOn(chain, to)];
  if (a === undefined || b === undefined || a === b) return undefined;
  return { from: Math.min(a, b), to: Math.max(a, b) };
}

const keys = new WeakMap<Conditions, string>();

/** What was set up, and repaired, written out: readings of different keys do not speak of the same machine. */
export function setUpKey(conditions: Conditions): string {
  const known = keys.get(conditions);
  if (known !== undefined) return known;
  const key = keyOfGroups(conditions, SET_UP_GROUPS);
  keys.set(conditions, key);
  return key;
}

/** The same whatever is called: what joins two points by wire does not depend on it. */
export function wiredKey(conditions: Conditions): string {
  return keyOfGroups(
    conditions,
    SET_UP_GROUPS.filter((group) => group !== 'calls'),
  );
}

/** Fed from the bench, on a dummy load: not the machine as it was built. */
function isSetUp({ group, id, state }: ConditionEntry): boolean {
  return group === 'circumstances' && state !== USUAL && CIRCUMSTANCES[id]?.isSetUp === true;
}

function keyOfGroups(conditions: Conditions, groups: readonly ConditionGroup[]): string {
  const entries = conditionEntries(conditions).filter((entry) => groups.includes(entry.group) || isSetUp(entry));
  const words = entries.map(({ group, id, state }) => `${group} ${id} ${state}`).sort();
  return JSON.stringify([words, conditions.repaired ?? []]);
}
