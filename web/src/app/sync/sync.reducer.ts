import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';
import type { StorageProblem } from '../local/storage-problem';
import { SyncActions } from './sync.actions';

export interface SyncState {
  /** Entries that are on this device and not on the server, by visit. */
  readonly waiting: Readonly<Record<string, number>>;
  /** Whether the server answered last; undefined before it was asked. */
  readonly isServerReached: boolean | undefined;
  /** Visits the server would not take something of, and why. */
  readonly refusals: Readonly<Record<string, ApiProblem>>;
  readonly storageProblem: StorageProblem | undefined;
  /** Deliveries in a row that came to nothing: each waits longer than the one before. */
  readonly failures: number;
  /** Visits on this device that are another server's. */
  readonly apart: number;
  /** What a server that cannot store just now says of it. */
  readonly serverSays: string | undefined;
}

const initial: SyncState = {
  waiting: {},
  isServerReached: undefined,
  refusals: {},
  storageProblem: undefined,
  failures: 0,
  apart: 0,
  serverSays: undefined,
};

const REACHED = { isServerReached: true, failures: 0, serverSays: undefined } as const;

/** What is saved where. */
export const syncFeature = createFeature({
  name: 'sync',
  reducer: createReducer<SyncState>(
    initial,
    on(SyncActions.visitChanged, (state, { visit }) => ({ ...state, refusals: without(state.refusals, visit) })),
    on(SyncActions.waitingCounted, (state, { waiting, apart }) => ({ ...state, waiting, apart })),
    on(SyncActions.delivered, (state, { visit }) => ({
      ...state,
      ...REACHED,
      refusals: without(state.refusals, visit),
    })),
    on(SyncActions.serverAnswered, (state) => (state.isServerReached ? state : { ...state, ...REACHED })),
    on(SyncActions.serverMissed, (state) => ({ ...state, isServerReached: false })),
    on(SyncActions.deliveryFailed, (state, { visit, problem }) =>
      problem.kind === 'no-server'
        ? { ...state, isServerReached: false, failures: state.failures + 1, serverSays: problem.detail }
        : { ...state, ...REACHED, refusals: { ...state.refusals, [visit]: problem } },
    ),
    on(SyncActions.storageFailed, (state, { problem }) => ({ ...state, storageProblem: problem })),
    on(SyncActions.storageRecovered, (state) =>
      // What was set aside stays so, however well the storage works again.
      state.storageProblem === undefined || state.storageProblem === 'unreadable'
        ? state
        : { ...state, storageProblem: undefined },
    ),
  ),
  extraSelectors: ({ selectWaiting }) => ({
    selectWaitingInAll: createSelector(selectWaiting, (waiting) =>
      Object.values(waiting).reduce((sum, count) => sum + count, 0),
    ),
  }),
});

function without<Value>(record: Readonly<Record<string, Value>>, key: string): Readonly<Record<string, Value>> {
  if (!Object.hasOwn(record, key)) return record;
  const { [key]: _gone, ...rest } = record;
  return rest;
}
