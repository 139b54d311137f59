import type { EventKind, VisitState } from '../record';
import { opened, proofsRevoked } from '../safety';

/** A closed visit was taken up again. */
export interface VisitReopened {
  readonly type: 'visit-reopened';
  /** What it was taken up again for. */
  readonly reason: string;
}

export const visitReopened: EventKind<VisitReopened> = {
  undo: 'never',
  apply: (_context, state) => opened(nothingKnown(proofsRevoked(state))),
  words: (_context, _state, { event: { reason } }) => ({
    kind: 'energy',
    title: 'Taken up again after closing: nothing counts as proven dead, every supply is unknown',
    detail: reason,
  }),
};

/** Nobody stood at the machine since: a lock may be off, a call may be back on, other leads may be on the meter. */
export function nothingKnown({ leadZero: _leadZero, leadZeroAt: _leadZeroAt, ...state }: VisitState): VisitState {
  const { calls: _calls, supplies = {}, ...rest } = state.conditions;
  const unknown = Object.fromEntries(Object.keys(supplies).map((id) => [id, 'unknown' as const]));
  return { ...state, conditions: { ...rest, supplies: unknown } };
}
