import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { VisitSummary } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import { VisitsActions } from './visits.actions';

export interface VisitsState {
  readonly visits: readonly VisitSummary[] | undefined;
  readonly problem: ApiProblem | undefined;
  readonly search: string;
  /** As this tablet keeps them: there was no server in reach. */
  readonly isFromTablet: boolean;
}

const initial: VisitsState = { visits: undefined, problem: undefined, search: '', isFromTablet: false };

/** The list of visits, and what is searched for in it. */
export const visitsFeature = createFeature({
  name: 'visits',
  reducer: createReducer<VisitsState>(
    initial,
    on(VisitsActions.loadRequested, (state) => ({ ...state, problem: undefined })),
    on(VisitsActions.loaded, ({ search }, { visits, isFromTablet }) => ({
      visits,
      search,
      isFromTablet,
      problem: undefined,
    })),
    on(VisitsActions.loadFailed, (state, { problem }) => ({ ...state, problem })),
    on(VisitsActions.searchChanged, (state, { text }) => ({ ...state, search: text })),
  ),
  extraSelectors: ({ selectVisits, selectSearch }) => {
    const selectFound = createSelector(selectVisits, selectSearch, (visits = [], search) =>
      visits.filter((visit) => matches(visit, search)),
    );
    return {
      selectOpenFound: createSelector(selectFound, (found) => found.filter((visit) => !visit.closed)),
      selectClosedFound: createSelector(selectFound, (found) => found.filter((visit) => visit.closed)),
    };
  },
});

/** Every word searched for stands somewhere in what the list shows. */
export function matches(visit: VisitSummary, search: string): boolean {
  const shown = [visit.unitName, visit.siteName, visit.complaint, visit.waitsFor, ...visit.findings]
    .join(' ')
    .toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => shown.includes(word));
}
