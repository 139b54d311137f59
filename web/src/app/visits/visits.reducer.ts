import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { VisitSummary } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import { hasWords } from '../shell/has-words';
import { VisitsActions } from './visits.actions';

export interface VisitsState {
  readonly visits: readonly VisitSummary[] | undefined;
  readonly problem: ApiProblem | undefined;
  readonly search: string;
  /** As this device keeps them: there was no server in reach. */
  readonly isFromTablet: boolean;
  /** How many of those that are found are drawn. */
  readonly drawn: number;
  /** Where the list was scrolled to when it was left, pixels. */
  readonly scrolledTo: number;
}

/** Visits drawn at first, and with every step towards the end of the list. */
const DRAWN = 40;

const initial: VisitsState = {
  visits: undefined,
  problem: undefined,
  search: '',
  isFromTablet: false,
  drawn: DRAWN,
  scrolledTo: 0,
};

/** The list of visits, and what is searched for in it. */
export const visitsFeature = createFeature({
  name: 'visits',
  reducer: createReducer<VisitsState>(
    initial,
    on(VisitsActions.loadRequested, (state) => ({ ...state, problem: undefined })),
    on(VisitsActions.loaded, (state, { visits, isFromTablet }) => ({
      ...state,
      visits,
      isFromTablet,
      problem: undefined,
    })),
    on(VisitsActions.loadFailed, (state, { problem }) => ({ ...state, problem })),
    on(VisitsActions.searchChanged, (state, { text }) => ({ ...state, search: text, drawn: DRAWN, scrolledTo: 0 })),
    on(VisitsActions.moreWanted, (state) => ({ ...state, drawn: state.drawn + DRAWN })),
    on(VisitsActions.left, (state, { scrolledTo }) => ({ ...state, scrolledTo })),
  ),
  extraSelectors: ({ selectVisits, selectSearch, selectDrawn }) => {
    const selectFound = createSelector(selectVisits, selectSearch, (visits = [], search) =>
      visits.filter((visit) => matches(visit, search)),
    );
    const selectOpenFound = createSelector(selectFound, (found) => found.filter((visit) => !visit.closed));
    const selectClosedFound = createSelector(selectFound, (found) => found.filter((visit) => visit.closed));
    return {
      selectOpenFound,
      selectClosedFound,
      /** The open ones come first; both together are as many as are drawn. */
      selectOpenDrawn: createSelector(selectOpenFound, selectDrawn, (found, drawn) => found.slice(0, drawn)),
      selectClosedDrawn: createSelector(selectOpenFound, selectClosedFound, selectDrawn, (open, closed, drawn) =>
        closed.slice(0, Math.max(0, drawn - open.length)),
      ),
    };
  },
});

/** Every word searched for stands somewhere in what the list shows. */
export function matches(visit: VisitSummary, search: string): boolean {
  return hasWords(
    [visit.unitName, visit.siteName, visit.complaint, visit.waitsFor, ...visit.findings].join(' '),
    search,
  );
}
