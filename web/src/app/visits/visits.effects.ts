import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { VisitSummary } from '@juxtameter/contract';
import { catchError, concatMap, forkJoin, from, ignoreElements, mergeMap, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { nobody } from '../api/our-answers';
import { LocalStore, type LocalVisit } from '../local/local-store';
import { SyncActions } from '../sync/sync.actions';
import { isAhead, outdated } from './outdated';
import { VisitsActions } from './visits.actions';

/** The server's visits, with what this device is ahead in; without a server what this device keeps. */
export const loadVisits = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitsActions.loadRequested, SyncActions.ordersTakenBack, SyncActions.setApart, SyncActions.givenApart),
      switchMap(() => from(local.visits()).pipe(catchError(() => of([])))),
      switchMap((kept) =>
        api.visits().pipe(
          concatMap(async (stored) => {
            if (!Array.isArray(stored)) throw nobody('/api/visits');
            const listed = new Set(stored.map(({ id }) => id));
            // What this device has and the server does not list is shown as well: absence deletes nothing.
            const visits = await merged(
              stored,
              kept.filter((visit) => isAhead(visit) || !listed.has(visit.id)),
            );
            return VisitsActions.loaded({ visits, isFromTablet: false, stored });
          }),
          catchError(async (error: unknown) => {
            const problem = toApiProblem(error);
            return problem.kind === 'no-server' && kept.length > 0
              ? VisitsActions.loaded({
                  visits: await merged([], kept),
                  isFromTablet: true,
                  stored: [],
                })
              : VisitsActions.loadFailed({ problem });
          }),
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
      switchMap(({ stored, isFromTablet }) => {
        if (isFromTablet) return of();
        return forkJoin([local.visits(), local.waiting()]).pipe(
          concatMap(async ([kept, waiting]) => {
            await local.forget(outdated(stored, kept, waiting));
            const counts = new Map(kept.map((visit) => [visit.id, visit.events.length]));
            return stored.filter((visit) => !visit.closed && counts.get(visit.id) !== visit.events);
          }),
          mergeMap((stale) => stale),
          concatMap(({ id }) => api.visit(id)),
          concatMap((visit) => local.keepVisit(visit)),
          ignoreElements(),
          // Kept next time; an open visit reports a storage that fails by itself.
          catchError(() => of()),
        );
      }),
    ),
  { functional: true, dispatch: false },
);

export const noteAnswer = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitsActions.loaded),
      mergeMap(({ isFromTablet }) => (isFromTablet ? [] : [SyncActions.serverAnswered()])),
    ),
  { functional: true },
);

/** The one touched last first. */
async function merged(stored: readonly VisitSummary[], kept: readonly LocalVisit[]): Promise<readonly VisitSummary[]> {
  const byId = new Map(stored.map((visit) => [visit.id, visit]));
  if (kept.length > 0) {
    const { keptSummaries } = await import('./kept-summaries');
    for (const visit of keptSummaries(kept)) byId.set(visit.id, visit);
  }
  return [...byId.values()].sort((a, b) => b.lastAt.localeCompare(a.lastAt));
}
