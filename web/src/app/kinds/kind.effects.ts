import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Action } from '@ngrx/store';
import { catchError, from, map, of, switchMap, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LocalStore } from '../local/local-store';
import { fetchKind, fetchMeters } from '../api/fetch-documents';
import { KindActions } from './kind.actions';

/** From the server, or as this device keeps it when there is none in reach. */
export const loadKind = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(KindActions.kindRequested),
      switchMap(({ unitModel }) =>
        orKept(fetchKind(api, unitModel).pipe(map((kind) => KindActions.kindLoaded({ kind }))), async () => {
          const kind = await local.kind(unitModel);
          return kind && KindActions.kindLoaded({ kind });
        }),
      ),
    ),
  { functional: true },
);

export const loadMeters = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(KindActions.metersRequested),
      switchMap(() =>
        orKept(fetchMeters(api).pipe(map((meters) => KindActions.metersLoaded({ meters }))), async () => {
          const meters = await local.meters();
          return meters.length > 0 ? KindActions.metersLoaded({ meters }) : undefined;
        }),
      ),
    ),
  { functional: true },
);

/** What is kept here answers for a server that does not; where nothing is kept, the reason is told. */
function orKept(fetched: Observable<Action>, kept: () => Promise<Action | undefined>): Observable<Action> {
  return fetched.pipe(
    catchError((error: unknown) =>
      from(kept()).pipe(
        catchError(() => of(undefined)),
        map((action) => action ?? KindActions.failed({ problem: toApiProblem(error) })),
      ),
    ),
  );
}
