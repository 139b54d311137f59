import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { History, SiteHistories } from '@juxtameter/contract';
import { HistoryActions } from './history.actions';

export interface HistoryState {
  /** Of the sites it is known of. */
  readonly histories: SiteHistories | undefined;
  /** As this device keeps it: newer visits of others may be missing. */
  readonly isFromTablet: boolean;
  /** Of a site that was asked for nothing is known. */
  readonly isMissing: boolean;
}

const initial: HistoryState = { histories: undefined, isFromTablet: false, isMissing: false };

/** What happened at the units of the sites that were asked for. */
export const historyFeature = createFeature({
  name: 'history',
  reducer: createReducer<HistoryState>(
    initial,
    on(HistoryActions.loaded, (state, { sites, histories: told, isFromTablet }) => {
      // What the server told this page is newer than what was kept.
      const histories = isFromTablet ? { ...told, ...state.histories } : { ...state.histories, ...told };
      return { histories, isFromTablet, isMissing: lacks(histories, sites) };
    }),
    on(HistoryActions.loadFailed, (state, { sites }) => ({ ...state, isMissing: lacks(state.histories, sites) })),
  ),
  extraSelectors: ({ selectHistories }) => ({
    /** By unit; of a unit whose site is not known it tells nothing. */
    selectHistory: createSelector(
      selectHistories,
      (histories): History | undefined => histories && (Object.assign({}, ...Object.values(histories)) as History),
    ),
  }),
});

function lacks(histories: SiteHistories = {}, sites: readonly string[]): boolean {
  return sites.some((site) => !Object.hasOwn(histories, site));
}
