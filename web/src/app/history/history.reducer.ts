import { createFeature, createReducer, on } from '@ngrx/store';
import type { History } from '@juxtameter/contract';
import { HistoryActions } from './history.actions';

export interface HistoryState {
  readonly history: History | undefined;
  /** As this device keeps it: newer visits of others may be missing. */
  readonly isFromTablet: boolean;
  readonly isMissing: boolean;
}

const initial: HistoryState = { history: undefined, isFromTablet: false, isMissing: false };

/** What happened at every unit so far. */
export const historyFeature = createFeature({
  name: 'history',
  reducer: createReducer<HistoryState>(
    initial,
    on(HistoryActions.loaded, (_state, { history, isFromTablet }) => ({ history, isFromTablet, isMissing: false })),
    on(HistoryActions.loadFailed, (state) => ({ ...state, isMissing: state.history === undefined })),
  ),
});
