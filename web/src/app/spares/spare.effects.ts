import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, delay, exhaustMap, from, map, of, switchMap, take } from 'rxjs';
import { toApiProblem, type ApiProblem } from '../api/api-problem';
import { retryAfter } from '../sync/retry-after';
import { SyncActions } from '../sync/sync.actions';
import { SpareActions } from './spare.actions';
import { SpareCourier } from './spare-courier';
import { spareFeature } from './spare.reducer';

/** What this device knows first, whatever the server says. */
export const loadSpares = createEffect(
  (actions = inject(Actions), courier = inject(SpareCourier)) =>
    actions.pipe(
      ofType(SpareActions.loadRequested),
      exhaustMap(() =>
        from(courier.kept()).pipe(
          switchMap((entries) => [SpareActions.known({ entries }), SpareActions.exchangeRequested()]),
          catchError(() => [SpareActions.keepingFailed(), SpareActions.exchangeRequested()]),
        ),
      ),
    ),
  { functional: true },
);

/** What was noted with no server in reach goes as soon as there is one, whichever page is open by then. */
export const exchangeAtStart = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(SyncActions.deliveryDone),
      take(1),
      map(() => SpareActions.loadRequested()),
    ),
  { functional: true },
);

export const keepSpare = createEffect(
  (actions = inject(Actions), courier = inject(SpareCourier)) =>
    actions.pipe(
      ofType(SpareActions.noted),
      concatMap(({ entry }) =>
        from(courier.keep([entry])).pipe(
          map(() => SpareActions.exchangeRequested()),
          catchError(() => [SpareActions.keepingFailed(), SpareActions.exchangeRequested()]),
        ),
      ),
    ),
  { functional: true },
);

export const exchangeSpares = createEffect(
  (actions = inject(Actions), courier = inject(SpareCourier), store = inject(Store)) =>
    actions.pipe(
      ofType(SpareActions.exchangeRequested),
      concatLatestFrom(() => store.select(spareFeature.selectSparesState)),
      // One after the other: what was noted meanwhile goes with the next.
      concatMap(([, { entries = [], isKept }]) =>
        // What this browser keeps is kept with whose it is; only where it keeps nothing is the page's memory all there is.
        from(courier.exchange(isKept ? [] : entries)).pipe(
          map((entries) => SpareActions.exchanged({ entries })),
          catchError((error: unknown) => of(SpareActions.exchangeFailed({ problem: problemOf(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** A server that is out of reach is tried again; one that refuses would refuse again. */
export const retryExchange = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(SpareActions.exchangeFailed),
      concatLatestFrom(() => store.select(spareFeature.selectFailures)),
      switchMap(([{ problem }, failures]) =>
        problem.kind === 'refused' ? [] : of(SpareActions.exchangeRequested()).pipe(delay(retryAfter(failures))),
      ),
    ),
  { functional: true },
);

function problemOf(error: unknown): ApiProblem {
  return error instanceof HttpErrorResponse ? toApiProblem(error) : { kind: 'no-server' };
}
