import { END, withConditions, type Conditions } from '../procedure';
import { settle, stepOf } from './steps';
import type { BypassPlaced, EventOf, VisitEvent } from './visit-event';
import type { VisitContext, VisitState } from './visit-state';

/** A jumper as it goes into the ledger. */
export type Placed = Omit<BypassPlaced, 'type'>;

/** Conditions that hold from now on. */
export function changed(state: VisitState, change: Conditions): VisitState {
  return { ...state, conditions: withConditions(state.conditions, change) };
}

/** What a step came to, and that it was walked. */
export function withOutcome(
  state: VisitState,
  step: string,
  outcome: string,
  event: string,
  assumed = false,
): VisitState {
  return {
    ...state,
    outcomes: { ...state.outcomes, [step]: { outcome, event, assumed } },
    walks: { ...state.walks, [step]: (state.walks[step] ?? 0) + 1 },
  };
}

/** The position on the chart, past every decision that is made already. */
export function moved(context: VisitContext, state: VisitState, next: string): VisitState {
  return { ...state, step: next === END ? END : settle(context, state, next) };
}

/** A jumper in the ledger; `unconfirmed` where it only counts as in. */
export function bypassPlaced(state: VisitState, event: VisitEvent, placed: Placed, unconfirmed: boolean): VisitState {
  const { bypass, from, to, why, removes, makes } = placed;
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

/** The jumper an event puts in; undefined where it puts in none. */
export function placedBy(context: VisitContext, state: VisitState, event: VisitEvent): Placed | undefined {
  if (event.type === 'bypass-placed') {
    const { bypass, from, to, why, removes, makes } = event;
    return { bypass, from, to, why, removes, makes };
  }
  const step = event.type === 'action-done' ? stepOf(context, state, event.step) : undefined;
  if (step?.kind !== 'action' || !step.bypass) return undefined;
  const { id, ...rest } = step.bypass;
  return { bypass: id, ...rest };
}

/** A noted condition in the vocabulary of conditions. */
export function notedCondition({ group, item, state }: EventOf<'condition-noted'>): Conditions {
  return group === 'facts' ? { facts: { [item]: state === 'true' } } : { [group]: { [item]: state } };
}
