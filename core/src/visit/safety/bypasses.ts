import type { Conditions, WalkableStep } from '../../procedure';
import type { BypassEntry, EventEnvelope, VisitState } from '../record';
import { changed } from '../walking';

/** A jumper as it goes into the bypass list. */
export type Placed = Pick<BypassEntry, 'bypass' | 'from' | 'to' | 'why' | 'removes' | 'makes'>;

/** A jumper in the bypass list; `unconfirmed` where it only counts as in. */
export function bypassPlaced(
  state: VisitState,
  event: EventEnvelope,
  { bypass, from, to, why, removes, makes }: Placed,
  unconfirmed = false,
): VisitState {
  const others = state.bypasses.filter((entry) => entry.bypass !== bypass || entry.removedAt !== undefined);
  const entry = { bypass, from, to, why, removes, makes, placedAt: event.at, placedBy: event.by, unconfirmed };
  const calls: Conditions = makes === undefined || unconfirmed ? {} : { calls: { [makes]: 'on' } };
  return changed({ ...state, bypasses: [...others, entry] }, { bypasses: { [bypass]: 'in' }, ...calls });
}

/** A jumper that hands have taken out. */
export function bypassRemoved(state: VisitState, bypass: string, at: string): VisitState {
  const bypasses = state.bypasses.map((entry) =>
    entry.bypass === bypass && entry.removedAt === undefined ? { ...entry, removedAt: at } : entry,
  );
  return changed({ ...state, bypasses }, { bypasses: { [bypass]: 'out' } });
}

/** The jumper that a step of the chart puts in; undefined where it puts in none. */
export function placedByStep(step: WalkableStep | undefined): Placed | undefined {
  if (step?.kind !== 'action' || !step.bypass) return undefined;
  const { id, ...rest } = step.bypass;
  return { bypass: id, ...rest };
}
