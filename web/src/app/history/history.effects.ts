import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, from, ignoreElements, map, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { LibraryActions } from '../library/library.actions';
import { LocalStore } from '../local/local-store';
import { HistoryActions } from './history.actions';

/** With the library, so that it is on the tablet before the cellar. */
export const loadWithLibrary = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(LibraryActions.loaded),
      map(() => HistoryActions.loadRequested()),
    ),
  { functional: true },
);

/** From the server, or as this device keeps it when there is none in reach. */
export const loadHistory = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(HistoryActions.loadRequested),
      switchMap(() =>
        api.history().pipe(
          map((history) => HistoryActions.loaded({ history, isFromTablet: false })),
          catchError(() =>
            from(local.history()).pipe(
              catchError(() => of(undefined)),
              map((history) =>
                history ? HistoryActions.loaded({ history, isFromTablet: true }) : HistoryActions.loadFailed(),
              ),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

export const keepHistory = createEffect(
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(HistoryActions.loaded),
      concatMap(({ history, isFromTablet }) =>
        isFromTablet
          ? of()
          : from(local.keepHistory(history)).pipe(
              ignoreElements(),
              // What cannot be kept is fetched again; the open visit says that the storage fails.
              catchError(() => of()),
            ),
      ),
    ),
  { functional: true, dispatch: false },
);
