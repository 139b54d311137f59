import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { VisitSummary } from '@juxtameter/contract';
import { catchError, concatMap, forkJoin, from, ignoreElements, mergeMap, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LocalStore, type LocalVisit } from '../local/local-store';
import { SyncActions } from '../sync/sync.actions';
import { VisitsActions } from './visits.actions';

/** Closed visits this device keeps, the newest ones. */
const CLOSED_KEPT = 20;

/** The server's visits, with what this device is ahead in; without a server what this device keeps. */
export const loadVisits = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitsActions.loadRequested),
      switchMap(() => from(local.visits()).pipe(catchError(() => of([])))),
      switchMap((kept) =>
        api.visits().pipe(
          concatMap(async (stored) => {
            const visits = await merged(stored, kept.filter(isAhead));
            return VisitsActions.loaded({ visits, isFromTablet: false });
          }),
          catchError(async (error: unknown) => {
            const problem = toApiProblem(error);
            return problem.kind === 'no-server' && kept.length > 0
              ? VisitsActions.loaded({ visits: await merged([], kept), isFromTablet: true })
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
      switchMap(({ visits, isFromTablet }) => {
        if (isFromTablet) return of();
        return forkJoin([local.visits(), local.waiting()]).pipe(
          concatMap(async ([kept, waiting]) => {
            await local.forget(outdated(visits, kept, waiting));
            const counts = new Map(kept.map((visit) => [visit.id, visit.events.length]));
            return visits.filter((visit) => !visit.closed && counts.get(visit.id) !== visit.events);
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

function isAhead(visit: LocalVisit): boolean {
  return visit.isUnsent || visit.events.some((event) => event.seq === undefined);
}

/** The one touched last first. */
async function merged(stored: readonly VisitSummary[], kept: readonly LocalVisit[]): Promise<readonly VisitSummary[]> {
  const byId = new Map(stored.map((visit) => [visit.id, visit]));
  if (kept.length > 0) {
    const { keptSummaries } = await import('./kept-summaries');
    for (const visit of keptSummaries(kept)) byId.set(visit.id, visit);
  }
  return [...byId.values()].sort((a, b) => b.lastAt.localeCompare(a.lastAt));
}

function outdated(
  visits: readonly VisitSummary[],
  kept: readonly LocalVisit[],
  waiting: Readonly<Record<string, number>>,
): readonly string[] {
  const worthKeeping = new Set([
    ...visits.filter((visit) => !visit.closed).map((visit) => visit.id),
    ...visits
      .filter((visit) => visit.closed)
      .slice(0, CLOSED_KEPT)
      .map((visit) => visit.id),
    ...Object.keys(waiting),
  ]);
  return kept.map((visit) => visit.id).filter((id) => !worthKeeping.has(id));
}
