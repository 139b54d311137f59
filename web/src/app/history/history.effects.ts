import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, filter, from, ignoreElements, map, mergeMap, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { LibraryActions } from '../library/library.actions';
import { LocalStore } from '../local/local-store';
import { HistoryActions } from './history.actions';

/** So many sites are kept without being asked for. */
const ALL_OF = 20;

/**
 * With the library, so that it is on the tablet before the cellar: of all sites where there are few, else of those that
 * were worked at from this device.
 */
export const loadWithLibrary = createEffect(
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(LibraryActions.loaded),
      switchMap(({ library: { sites } }) =>
        sites.length <= ALL_OF
          ? of(sites.map(({ id }) => id))
          : from(local.keptSites()).pipe(
              catchError(() => of([])),
              map((kept) => kept.filter((id) => sites.some((site) => site.id === id))),
            ),
      ),
      filter((sites) => sites.length > 0),
      map((sites) => HistoryActions.loadRequested({ sites })),
    ),
  { functional: true },
);

/** From the server, or as this device keeps it when there is none in reach. */
export const loadHistory = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(HistoryActions.loadRequested),
      mergeMap(({ sites }) =>
        api.history(sites).pipe(
          map((histories) => HistoryActions.loaded({ sites, histories, isFromTablet: false })),
          catchError(() =>
            from(local.histories()).pipe(
              catchError(() => of(undefined)),
              map((histories) =>
                histories
                  ? HistoryActions.loaded({ sites, histories, isFromTablet: true })
                  : HistoryActions.loadFailed({ sites }),
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
      filter(({ isFromTablet }) => !isFromTablet),
      concatMap(({ histories }) =>
        from(local.keepHistories(histories)).pipe(
          ignoreElements(),
          // What cannot be kept is fetched again; the open visit says that the storage fails.
          catchError(() => of()),
        ),
      ),
    ),
  { functional: true, dispatch: false },
);
