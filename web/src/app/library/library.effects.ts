import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, concatMap, from, ignoreElements, map, mergeMap, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LocalStore } from '../local/local-store';
import { toStorageProblem } from '../local/storage-problem';
import { SyncActions } from '../sync/sync.actions';
import { LibraryActions } from './library.actions';

/** From the server, or as this device keeps it when there is none in reach. */
export const loadLibrary = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(LibraryActions.loadRequested),
      switchMap(() =>
        api.library().pipe(
          map((library) => LibraryActions.loaded({ library, isFromTablet: false })),
          catchError((error: unknown) =>
            from(local.library()).pipe(
              catchError(() => of(undefined)),
              map((library) =>
                library
                  ? LibraryActions.loaded({ library, isFromTablet: true })
                  : LibraryActions.loadFailed({ problem: toApiProblem(error) }),
              ),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

/** Keeps every chart, unit model and meter here, so that a visit can begin in a cellar. */
export const keepLibrary = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(LibraryActions.loaded),
      switchMap(({ library, isFromTablet }) =>
        isFromTablet
          ? of()
          : from(local.keepLibrary(library)).pipe(
              concatMap(() => local.missing(library)),
              mergeMap((missing) => missing),
              concatMap((each) =>
                api.document(each.of, each.id).pipe(concatMap((document) => local.keepDocument(each, document))),
              ),
              ignoreElements(),
              catchError((error: unknown) =>
                // A server that went away meanwhile is asked again with the next library.
                error instanceof DOMException
                  ? of(SyncActions.storageFailed({ problem: toStorageProblem(error) }))
                  : of(),
              ),
            ),
      ),
    ),
  { functional: true },
);
