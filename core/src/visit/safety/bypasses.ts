import type { Conditions, WalkableStep } from '../../procedure';
import type { BypassEntry, EventEnvelope, VisitState } from '../record';
import { changed } from '../walking';

/** A jumper as it goes into the bypass list. */
export type Placed = Pick<BypassEntry, 'bypass' | 'from' | 'to' | 'why' | 'removes' | 'makes'>;

/**
 * A jumper in the bypass list; `unconfirmed` where it only counts as in. Two tablets that do not hear of each other may
 * give two jumpers one name: a jumper is the same one only at the same points.
 */
export function bypassPlaced(
  state: VisitState,
  event: EventEnvelope,
  { bypass, from, to, why, removes, makes }: Placed,
  unconfirmed = false,
): VisitState {
  const others = state.bypasses.filter(
    (entry) =>
      entry.bypass !== bypass || entry.removedAt !== undefined || jumperEnds(entry) !== jumperEnds({ from, to }),
  );
  const entry = { bypass, from, to, why, removes, makes, placedAt: event.at, placedBy: event.by, unconfirmed };
  const calls: Conditions = makes === undefined || unconfirmed ? {} : { calls: { [makes]: 'on' } };
  return changed({ ...state, bypasses: [...others, entry] }, { bypasses: { [bypass]: 'in' }, ...calls });
}

/** A jumper that hands have taken out; of several of one name that are in, the one that was put in last. */
export function bypassRemoved(state: VisitState, bypass: string, at: string): VisitState {
  const last = state.bypasses.findLastIndex((entry) => entry.bypass === bypass && entry.removedAt === undefined);
  const bypasses = state.bypasses.map((entry, index) => (index === last ? { ...entry, removedAt: at } : entry));
  const isLeft = bypasses.some((entry) => entry.bypass === bypass && entry.removedAt === undefined);
  return changed({ ...state, bypasses }, { bypasses: { [bypass]: isLeft ? 'in' : 'out' } });
}

/** The points a jumper joins, whichever was named first. */
export function jumperEnds({ from, to }: Pick<BypassEntry, 'from' | 'to'>): string {
  return [from, to].sort().join(' ');
}

/** The jumper that a step of the chart puts in; undefined where it puts in none. */
export function placedByStep(step: WalkableStep | undefined): Placed | undefined {
  if (step?.kind !== 'action' || !step.bypass) return undefined;
  const { id, ...rest } = step.bypass;
  return { bypass: id, ...rest };
}
