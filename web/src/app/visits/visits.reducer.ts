import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import type { RunningTemporary, VisitPage, VisitSummary } from '@juxtameter/contract';
import { MOST_COUNTED, runningOf, searchWords, summaryText } from '@juxtameter/contract/first';
import type { ApiProblem } from '../api/api-problem';
import { VisitsActions } from './visits.actions';

export interface VisitsState {
  /** What came of the server's list so far, page behind page; undefined before the first. */
  readonly listed: readonly VisitSummary[] | undefined;
  /** Visits this device is ahead in, or has alone. */
  readonly own: readonly VisitSummary[];
  /** Asks for what comes behind. */
  readonly next: string | undefined;
  /** How many the server counts that match. */
  readonly found: VisitPage['found'];
  /** Temporary repairs that run, as the server told them last; undefined where it was not asked. */
  readonly running: readonly RunningTemporary[] | undefined;
  /** Ids of temporary repairs that visits of the server have made and others of it have ended. */
  readonly endedThere: readonly string[];
  /** Visits the server still reads anew after an upgrade. */
  readonly untold: number;
  /** The first page of all visits, whatever is searched for. */
  readonly recent: readonly VisitSummary[] | undefined;
  /** What the server has of the unit that was asked about last: no visits where it could not be asked. */
  readonly ofUnit: { readonly unit: string; readonly visits: readonly VisitSummary[] | undefined } | undefined;
  readonly problem: ApiProblem | undefined;
  readonly search: string;
  /** What is shown was found among what was here; the server has not answered yet. */
  readonly isSearching: boolean;
  readonly isFetchingMore: boolean;
  /** What is listed came of another search. */
  readonly isStale: boolean;
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
  listed: undefined,
  own: [],
  next: undefined,
  found: undefined,
  running: undefined,
  endedThere: [],
  untold: 0,
  recent: undefined,
  ofUnit: undefined,
  problem: undefined,
  search: '',
  isSearching: false,
  isFetchingMore: false,
  isStale: false,
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
    on(VisitsActions.loaded, (state, { search, page, own, isFromTablet, stored }) =>
      // Somebody types on: the answer to the last word comes.
      search === state.search
        ? {
            ...state,
            ...wentOn(state, page),
            own,
            found: page.found,
            ...temporariesThere(state, page, stored, isFromTablet),
            untold: page.untold,
            recent: search === '' ? merged(page.visits, own) : state.recent,
            isFromTablet,
            isSearching: false,
            isFetchingMore: false,
            problem: undefined,
          }
        : state,
    ),
    on(VisitsActions.loadFailed, (state, { problem }) => ({ ...state, problem, isSearching: false })),
    on(VisitsActions.searchChanged, (state, { text }) => ({
      ...state,
      search: text,
      isSearching: true,
      isFetchingMore: false,
      isStale: true,
      next: undefined,
      found: undefined,
      drawn: DRAWN,
      scrolledTo: 0,
    })),
    on(VisitsActions.moreWanted, (state) => ({
      ...state,
      drawn: state.drawn + DRAWN,
      isFetchingMore: state.next !== undefined,
    })),
    on(VisitsActions.moreLoaded, (state, { after, page }) =>
      after === state.next
        ? { ...state, listed: [...(state.listed ?? []), ...page.visits], next: page.next, isFetchingMore: false }
        : state,
    ),
    on(VisitsActions.moreFailed, (state) => ({ ...state, isFetchingMore: false })),
    on(VisitsActions.unitAsked, (state) => ({ ...state, ofUnit: undefined })),
    on(VisitsActions.unitAnswered, (state, { unit, visits }) => ({ ...state, ofUnit: { unit, visits } })),
    on(VisitsActions.unitFailed, (state, { unit }) => ({ ...state, ofUnit: { unit, visits: undefined } })),
    on(VisitsActions.left, (state, { scrolledTo }) => ({ ...state, scrolledTo })),
  ),
  extraSelectors: ({
    selectListed,
    selectOwn,
    selectSearch,
    selectDrawn,
    selectNext,
    selectFound: selectCounted,
    selectRunning,
    selectEndedThere,
  }) => {
    const selectVisits = createSelector(selectListed, selectOwn, (listed, own) => listed && merged(listed, own));
    const selectFound = createSelector(selectVisits, selectSearch, (visits = [], search) =>
      visits.filter((visit) => matches(visit, search)),
    );
    const selectOpenFound = createSelector(selectFound, (found) => found.filter((visit) => !visit.closed));
    const selectClosedFound = createSelector(selectFound, (found) => found.filter((visit) => visit.closed));
    return {
      selectVisits,
      /** As the server tells them, with what this device is ahead in; without a server, of what this device keeps. */
      selectTemporaries: createSelector(selectRunning, selectEndedThere, selectOwn, (running = [], endedThere, own) =>
        runningBeside(running, endedThere, own),
      ),
      selectOpenFound,
      selectClosedFound,
      /** The open ones come first; both together are as many as are drawn. */
      selectOpenDrawn: createSelector(selectOpenFound, selectDrawn, (found, drawn) => found.slice(0, drawn)),
      selectClosedDrawn: createSelector(selectOpenFound, selectClosedFound, selectDrawn, (open, closed, drawn) =>
        closed.slice(0, Math.max(0, drawn - open.length)),
      ),
      /** How many there are, for the headings: counted here once all of them came, else as the server counts. */
      selectCounts: createSelector(
        selectOpenFound,
        selectClosedFound,
        selectNext,
        selectCounted,
        (open, closed, next, counted) => ({
          open: countWords(next === undefined ? open.length : Math.max(open.length, counted?.open ?? 0)),
          closed: countWords(next === undefined ? closed.length : Math.max(closed.length, counted?.closed ?? 0)),
        }),
      ),
    };
  },
});

/** As the server tells it with its first page; what one of its visits has made and it does not tell was ended by another. */
function temporariesThere(
  state: VisitsState,
  { visits, temporaries }: VisitPage,
  stored: readonly VisitSummary[],
  isFromTablet: boolean,
): Pick<VisitsState, 'running' | 'endedThere'> {
  if (isFromTablet) return { running: undefined, endedThere: [] };
  if (!temporaries) return { running: state.running, endedThere: state.endedThere };
  const running = new Set(temporaries.map(({ id }) => id));
  const made = [...visits, ...stored].flatMap((visit) => visit.temporaries ?? []).map(({ id }) => id);
  return { running: temporaries, endedThere: made.filter((id) => !running.has(id)) };
}

/** What the server tells of visits this device is ahead in is older than what this device tells. */
function runningBeside(
  running: readonly RunningTemporary[],
  endedThere: readonly string[],
  own: readonly VisitSummary[],
): readonly RunningTemporary[] {
  const ahead = new Set(own.map(({ id }) => id));
  const ended = new Set([...own.flatMap((visit) => visit.ended ?? []), ...endedThere]);
  return [...running.filter(({ visit }) => !ahead.has(visit)), ...runningOf(own)]
    .filter(({ id }) => !ended.has(id))
    .sort((a, b) => a.until.localeCompare(b.until));
}

/** The same list anew: pages that came behind the first stay, so that it is found where it was left. */
function wentOn(state: VisitsState, page: VisitPage): Pick<VisitsState, 'listed' | 'next' | 'isStale'> {
  const before = state.isStale ? [] : (state.listed ?? []);
  if (page.next === undefined || before.length <= page.visits.length)
    return { listed: page.visits, next: page.next, isStale: false };
  const anew = new Set(page.visits.map(({ id }) => id));
  return { listed: [...page.visits, ...before.filter(({ id }) => !anew.has(id))], next: state.next, isStale: false };
}

/** Visits of a unit that somebody has not closed, as far as this device knows: of those listed, of its own, and as asked for. */
export function openAt(unit: string, { recent, ofUnit, own }: VisitsState): readonly VisitSummary[] {
  const asked = ofUnit?.unit === unit ? (ofUnit.visits ?? []) : [];
  return merged([...(recent ?? []), ...asked], own).filter((visit) => !visit.closed && visit.unit === unit);
}

/** Every word searched for stands somewhere in what the list shows. */
export function matches(visit: VisitSummary, search: string): boolean {
  const text = summaryText(visit);
  return searchWords(search).every((word) => text.includes(word));
}

/** What this device has of a visit is newer than what the server lists; the one touched last first. */
function merged(listed: readonly VisitSummary[], own: readonly VisitSummary[]): readonly VisitSummary[] {
  const byId = new Map([...listed, ...own].map((visit) => [visit.id, visit]));
  return [...byId.values()].sort((a, b) => b.lastAt.localeCompare(a.lastAt));
}

function countWords(count: number): string {
  return count > MOST_COUNTED ? `more than ${MOST_COUNTED.toLocaleString('en-GB')}` : `${count}`;
}
