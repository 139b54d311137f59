import { endsOf } from '../../reference';
import { voltsShow, type Chain, type ChainReading } from '../../path';
import { conditionEntries, SET_UP_GROUPS, type Conditions } from '../../procedure';
import type { EventOf, TrailLine, VisitContext, VisitState } from '../record';

/** Every chain of this unit, as it has them. */
export function chainsHere(context: VisitContext, state: Pick<VisitState, 'options'>): readonly Chain[] {
  return context.chains({ ...context.options, ...state.options });
}

/** The chain of a path as this unit has it: without the optional devices it was seen, or is on file, not to have. */
export function chainHere(context: VisitContext, state: Pick<VisitState, 'options'>, path: string): Chain | undefined {
  return chainsHere(context, state).find((chain) => chain.path.id === path);
}

/**
 * The voltages read along a chain while it was fed and called, under the conditions of the newest of them: what was
 * read before a plug was pulled or a jumper put in says nothing of now.
 */
export function chainReadings(context: VisitContext, state: VisitState, chain: Chain): readonly ChainReading[] {
  const lines = state.trail.filter((line) => isAlongChain(context, line, chain));
  const newest = lines.at(-1);
  if (!newest) return [];
  const held = setUpKey(newest.conditions);
  return lines.flatMap(({ event, conditions }): ChainReading[] => {
    if (event.type !== 'reading-taken' || setUpKey(conditions) !== held) return [];
    const ends = chainEnds(context, chain, event);
    const volts = event.judgement.value;
    if (!ends || volts === undefined) return [];
    return [{ ...ends, shows: voltsShow(chain, endsOf(volts, event.judgement.interval)), volts, event: event.id }];
  });
}

function isAlongChain(context: VisitContext, { event, standing, conditions }: TrailLine, chain: Chain): boolean {
  if (event.type !== 'reading-taken' || standing === 'retracted' || event.function !== chain.function) return false;
  if (event.judgement.verdict === 'invalid' || event.proof) return false;
  const isCalled = (chain.path.calls ?? []).every((call) => conditions.calls?.[call] === 'on');
  return (
    conditions.supplies?.[chain.path.supply] === 'on' && isCalled && chainEnds(context, chain, event) !== undefined
  );
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
  const entries = conditionEntries(conditions).filter(({ group }) => SET_UP_GROUPS.includes(group));
  const words = entries.map(({ group, id, state }) => `${group} ${id} ${state}`).sort();
  const key = JSON.stringify([words, conditions.repaired ?? []]);
  keys.set(conditions, key);
  return key;
}
