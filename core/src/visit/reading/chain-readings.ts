import { endsOf } from '../../reference';
import { chainsOf, voltsShow, type Chain, type ChainReading } from '../../path';
import { conditionEntries, SET_UP_GROUPS, type Conditions } from '../../procedure';
import { netsOf, type UnitModelDocument } from '../../unit-model';
import type { EventOf, TrailLine, VisitContext, VisitState } from '../record';

/** Every chain of this unit, as it has them. */
export function chainsHere(context: VisitContext, state: Pick<VisitState, 'options'>): readonly Chain[] {
  const options = { ...context.options, ...state.options };
  const key = JSON.stringify(options);
  const laidOut = chains.get(context.model) ?? new Map<string, readonly Chain[]>();
  chains.set(context.model, laidOut);
  const found = laidOut.get(key) ?? chainsOf(context.model, options);
  laidOut.set(key, found);
  return found;
}

/** Laid out once: they are asked for with every digit that is typed. */
const chains = new WeakMap<UnitModelDocument, Map<string, readonly Chain[]>>();

/** The chain of a path as this unit has it: without the optional devices it was seen, or is on file, not to have. */
export function chainHere(context: VisitContext, state: Pick<VisitState, 'options'>, path: string): Chain | undefined {
  return chainsHere(context, state).find((chain) => chain.path.id === path);
}

/**
 * The voltages read along a chain while it was fed and called, under the conditions of the newest of them: what was
 * read before a plug was pulled or a jumper put in says nothing of now.
 */
export function chainReadings(context: VisitContext, state: VisitState, chain: Chain): readonly ChainReading[] {
  const lines = state.trail.filter((line) => isAlongChain(context.model, line, chain));
  const newest = lines.at(-1);
  if (!newest) return [];
  const held = setUpKey(newest.conditions);
  return lines.flatMap(({ event, conditions }): ChainReading[] => {
    if (event.type !== 'reading-taken' || setUpKey(conditions) !== held) return [];
    const ends = chainEnds(context.model, chain, event);
    const volts = event.judgement.value;
    if (!ends || volts === undefined) return [];
    return [{ ...ends, shows: voltsShow(chain, endsOf(volts, event.judgement.interval)), volts, event: event.id }];
  });
}

function isAlongChain(model: UnitModelDocument, { event, standing, conditions }: TrailLine, chain: Chain): boolean {
  if (event.type !== 'reading-taken' || standing === 'retracted' || event.function !== chain.function) return false;
  if (event.judgement.verdict === 'invalid' || event.proof) return false;
  const isCalled = (chain.path.calls ?? []).every((call) => conditions.calls?.[call] === 'on');
  return conditions.supplies?.[chain.path.supply] === 'on' && isCalled && chainEnds(model, chain, event) !== undefined;
}

/** Where on a chain a reading was taken, the end nearer to the source first; undefined where it lies beside it. */
export function chainEnds(
  model: UnitModelDocument,
  chain: Chain,
  { from, to }: Pick<EventOf<'reading-taken'>, 'from' | 'to'>,
): { readonly from: number; readonly to: number } | undefined {
  const [a, b] = [indexOn(model, chain, from), indexOn(model, chain, to)];
  if (a === undefined || b === undefined || a === b) return undefined;
  return { from: Math.min(a, b), to: Math.max(a, b) };
}

const places = new WeakMap<Chain, Map<string, number | undefined>>();

/** A terminal beside the chain counts for the point it is wired to. */
function indexOn(model: UnitModelDocument, chain: Chain, terminal: string): number | undefined {
  const known = places.get(chain) ?? new Map<string, number | undefined>();
  places.set(chain, known);
  if (!known.has(terminal)) known.set(terminal, foundOn(model, chain, terminal));
  return known.get(terminal);
}

function foundOn(model: UnitModelDocument, chain: Chain, terminal: string): number | undefined {
  const exact = chain.points.indexOf(terminal);
  if (exact >= 0) return exact;
  if (terminal.includes('@')) return undefined;
  const nets = netsOf(model);
  const joined = chain.points.findIndex((point) => nets.joined(point, terminal));
  return joined >= 0 ? joined : undefined;
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
