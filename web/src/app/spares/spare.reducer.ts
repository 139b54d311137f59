import { createFeature, createReducer, on } from '@ngrx/store';
import type { SpareEntry } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';
import { SpareActions } from './spare.actions';

export interface SpareState {
  /** Undefined before anything is known. */
  readonly entries: readonly SpareEntry[] | undefined;
  /** Whether the server has all of it. */
  readonly isExchanged: boolean;
  /** Whether this browser keeps it. */
  readonly isKept: boolean;
  readonly problem: ApiProblem | undefined;
  /** Exchanges in a row that came to nothing. */
  readonly failures: number;
}

const initial: SpareState = {
  entries: undefined,
  isExchanged: false,
  isKept: true,
  problem: undefined,
  failures: 0,
};

export const spareFeature = createFeature({
  name: 'spares',
  reducer: createReducer<SpareState>(
    initial,
    on(SpareActions.noted, (state, { entry }) => ({
      ...state,
      entries: joined(state.entries, [entry]),
      isExchanged: false,
    })),
    on(SpareActions.known, (state, { entries }) => ({ ...state, entries: joined(state.entries, entries) })),
    on(SpareActions.keepingFailed, (state) => ({ ...state, isKept: false })),
    on(SpareActions.exchanged, (state, { entries }) => {
      const all = joined(state.entries, entries);
      // Noted while the exchange was under way: that goes with the next.
      return { ...state, entries: all, isExchanged: all.length === entries.length, problem: undefined, failures: 0 };
    }),
    on(SpareActions.exchangeFailed, (state, { problem }) => ({ ...state, problem, failures: state.failures + 1 })),
  ),
});

function joined(before: readonly SpareEntry[] = [], more: readonly SpareEntry[]): readonly SpareEntry[] {
  return [...new Map([...before, ...more].map((entry) => [entry.id, entry])).values()];
}
