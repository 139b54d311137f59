import { END, withConditions, type Conditions } from '../../procedure';
import type { VisitContext, VisitState } from '../record';
import { settle } from './steps';

/** Conditions that hold from now on. */
export function changed(state: VisitState, change: Conditions): VisitState {
  return { ...state, conditions: withConditions(state.conditions, change) };
}

/** What a step came to, and that it was walked. */
export function withOutcome(
  state: VisitState,
  step: string,
  outcome: string,
  { id, method }: { readonly id: string; readonly method?: string },
  assumed = false,
): VisitState {
  return {
    ...state,
    outcomes: {
      ...state.outcomes,
      [step]: { outcome, event: id, assumed, ...(method === undefined ? {} : { method }) },
    },
    walks: { ...state.walks, [step]: (state.walks[step] ?? 0) + 1 },
  };
}

/** The position on the chart, past every decision that is made already. */
export function moved(context: VisitContext, state: VisitState, next: string): VisitState {
  return { ...state, step: next === END ? END : settle(context, state, next) };
}
