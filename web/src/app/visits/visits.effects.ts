import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import type { VisitDocument, VisitPage, VisitSummary } from '@juxtameter/contract';
import {
  catchError,
  concatMap,
  debounceTime,
  exhaustMap,
  filter,
  forkJoin,
  from,
  ignoreElements,
  map,
  merge,
  mergeMap,
  of,
  switchMap,
  takeUntil,
  timer,
  type Observable,
} from 'rxjs';
import { MOST_IDS } from '@juxtameter/contract/first';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { nobody } from '../api/our-answers';
import { LocalStore, type LocalVisit } from '../local/local-store';
import { SyncActions } from '../sync/sync.actions';
import { isAhead, openKept, outdated } from './outdated';
import { VisitsActions } from './visits.actions';
import { visitsFeature } from './visits.reducer';

/** Milliseconds after the last letter before the server is asked. */
const TYPED = 250;
/** Milliseconds. */
const ASKED_AGAIN = 3000;
/** On the first page; further ones are asked for as somebody comes near their place. */
const FIRST_PAGE = 100;

const NO_PAGE: VisitPage = { visits: [], untold: 0 };

/** The server's visits, with what this device is ahead in; without a server what this device keeps. */
export const loadVisits = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore), store = inject(Store)) =>
    merge(
      actions.pipe(
        ofType(VisitsActions.loadRequested, SyncActions.ordersTakenBack, SyncActions.setApart, SyncActions.givenApart),
      ),
      actions.pipe(ofType(VisitsActions.searchChanged), debounceTime(TYPED)),
    ).pipe(
      concatLatestFrom(() => store.select(visitsFeature.selectSearch)),
      switchMap(([, search]) =>
        from(local.visits()).pipe(
          catchError(() => of([])),
          switchMap((kept) =>
            listed(api, search, kept).pipe(
              concatMap(async ({ page, stored }) => {
                const known = new Set(stored.map(({ id }) => id));
                // What this device has and the server does not know is shown as well: absence deletes nothing.
                const own = await summariesOf(kept.filter((visit) => isAhead(visit) || !known.has(visit.id)));
                return VisitsActions.loaded({ search, page, own, isFromTablet: false, stored });
              }),
              catchError(async (error: unknown) => {
                const problem = toApiProblem(error);
                return problem.kind === 'no-server' && kept.length > 0
                  ? VisitsActions.loaded({
                      search,
                      page: NO_PAGE,
                      own: await summariesOf(kept),
                      isFromTablet: true,
                      stored: [],
                    })
                  : VisitsActions.loadFailed({ problem });
              }),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

/** The first page, and what the server has of the visits kept here that are not on it. */
function listed(
  api: Api,
  search: string,
  kept: readonly LocalVisit[],
): Observable<{ readonly page: VisitPage; readonly stored: readonly VisitSummary[] }> {
  return api.visits({ ...(search === '' ? {} : { search }), limit: FIRST_PAGE }).pipe(
    map(asPage),
    switchMap((page) => {
      const shown = new Set(page.visits.map(({ id }) => id));
      const others = kept.map(({ id }) => id).filter((id) => !shown.has(id));
      if (others.length === 0) return of({ page, stored: page.visits });
      const parts = Array.from({ length: Math.ceil(others.length / MOST_IDS) }, (_, part) =>
        api.visitsOf(others.slice(part * MOST_IDS, (part + 1) * MOST_IDS)).pipe(map(asPage)),
      );
      return forkJoin(parts).pipe(
        map((pages) => ({ page, stored: [...page.visits, ...pages.flatMap(({ visits }) => visits)] })),
      );
    }),
  );
}

function asPage(page: VisitPage | null): VisitPage {
  if (page && Array.isArray(page.visits)) return page;
  throw nobody('/api/visits');
}

/** Further down the list. */
export const loadMore = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(VisitsActions.moreWanted),
      concatLatestFrom(() => [store.select(visitsFeature.selectNext), store.select(visitsFeature.selectSearch)]),
      exhaustMap(([, after, search]) =>
        after === undefined
          ? of()
          : api.visits({ ...(search === '' ? {} : { search }), after }).pipe(
              map((page) => VisitsActions.moreLoaded({ after, page: asPage(page) })),
              catchError(() => of(VisitsActions.moreFailed())),
              // What comes behind belongs to a list that is not shown any more.
              takeUntil(actions.pipe(ofType(VisitsActions.searchChanged, VisitsActions.loaded))),
            ),
      ),
    ),
  { functional: true },
);

/** Open visits are kept here whole, so that they go on in a cellar; old closed ones make room. */
export const keepOpenVisits = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitsActions.loaded),
      // What was searched for is not what is at work.
      filter(({ isFromTablet, search }) => !isFromTablet && search === ''),
      switchMap(({ stored }) => {
        return forkJoin([local.visits(), local.waiting()]).pipe(
          concatMap(async ([kept, waiting]) => {
            await local.forget(outdated(stored, kept, waiting));
            const byId = new Map(kept.map((visit) => [visit.id, visit]));
            return openKept(stored).flatMap(({ id, events }) => {
              const known = byId.get(id);
              return known?.events.length === events ? [] : [{ id, known, events }];
            });
          }),
          mergeMap((stale) => stale),
          concatMap((stale) => broughtUp(api, stale)),
          concatMap((visit) => local.keepVisit(visit)),
          ignoreElements(),
          // Kept next time; an open visit reports a storage that fails by itself.
          catchError(() => of()),
        );
      }),
    ),
  { functional: true, dispatch: false },
);

interface StaleVisit {
  readonly id: string;
  readonly known: LocalVisit | undefined;
  /** How many the server has. */
  readonly events: number;
}

/** Of a visit that is kept only what is new, where that makes it whole: others may have logged between one's own. */
function broughtUp(
  api: Api,
  { id, known, events: wanted }: StaleVisit,
): Observable<Pick<VisitDocument, 'id' | 'pinned' | 'events'>> {
  // What is kept stands in the server's order, and what waits behind it.
  const ordered = known?.events.filter(({ seq }) => seq !== undefined) ?? [];
  const last = ordered.at(-1)?.seq;
  if (!known || last === undefined) return api.visit(id);
  return api
    .eventsAfter(id, last)
    .pipe(
      switchMap(({ events }) =>
        ordered.length + events.length >= wanted ? of({ id, pinned: known.pinned, events }) : api.visit(id),
      ),
    );
}

/** What is open at a unit may stand far down in the list. */
export const askAboutUnit = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(VisitsActions.unitAsked),
      switchMap(({ unit }) =>
        api.visits({ unit, limit: FIRST_PAGE }).pipe(
          map((page) => VisitsActions.unitAnswered({ unit, visits: asPage(page).visits })),
          catchError(() => of(VisitsActions.unitFailed({ unit }))),
        ),
      ),
    ),
  { functional: true },
);

/** While the server still reads visits anew the list is asked for again. */
export const askAgainForUntold = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitsActions.loaded),
      switchMap(({ page }) =>
        page.untold > 0 ? timer(ASKED_AGAIN).pipe(takeUntil(actions.pipe(ofType(VisitsActions.left)))) : of(),
      ),
      map(() => VisitsActions.loadRequested()),
    ),
  { functional: true },
);

export const noteAnswer = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitsActions.loaded),
      filter(({ isFromTablet }) => !isFromTablet),
      map(() => SyncActions.serverAnswered()),
    ),
  { functional: true },
);

/** The one touched last first. Loaded when there is one: it needs the whole core. */
async function summariesOf(kept: readonly LocalVisit[]): Promise<readonly VisitSummary[]> {
  if (kept.length === 0) return [];
  const { keptSummaries } = await import('./kept-summaries');
  return keptSummaries(kept);
}
