import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import type { Library } from '@juxtameter/contract';
import type { Action } from '@ngrx/store';
import { catchError, concat, concatMap, EMPTY, from, map, of, switchMap, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LocalStore, type MissingDocument } from '../local/local-store';
import { toStorageProblem } from '../local/storage-problem';
import { SyncActions } from '../sync/sync.actions';
import { LibraryActions } from './library.actions';
import { unitsReady } from './units-ready';

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

/** Keeps every chart, unit model and meter here, so that a visit can begin in a cellar, and says how far that is. */
export const keepLibrary = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(LibraryActions.loaded),
      switchMap(({ library, isFromTablet }) =>
        from(isFromTablet ? Promise.resolve() : local.keepLibrary(library)).pipe(
          concatMap(() => local.missing(library)),
          concatMap((missing) =>
            concat(of(keptHere(library, missing)), isFromTablet ? EMPTY : fetched(api, local, library, missing)),
          ),
          catchError((error: unknown) =>
            // A server that went away meanwhile is asked again with the next library.
            error instanceof DOMException ? of(SyncActions.storageFailed({ problem: toStorageProblem(error) })) : EMPTY,
          ),
        ),
      ),
    ),
  { functional: true },
);

/** One document after the other; each that is kept is told. */
function fetched(
  api: Api,
  local: LocalStore,
  library: Library,
  missing: readonly MissingDocument[],
): Observable<Action> {
  return from(missing).pipe(
    concatMap((each, index) =>
      api.document(each.of, each.id).pipe(
        concatMap((document) => local.keepDocument(each, document)),
        map(() => keptHere(library, missing.slice(index + 1))),
      ),
    ),
  );
}

function keptHere(library: Library, missing: readonly MissingDocument[]): Action {
  return LibraryActions.keptHere({ ready: unitsReady(library, missing) });
}
