import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import type { ImportAnswer } from '@juxtameter/contract/check';
import { catchError, exhaustMap, from, map, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LibraryActions } from '../library/library.actions';
import { VisitsActions } from '../visits/visits.actions';
import { ImportActions } from './import.actions';
import { importFeature } from './import.reducer';
import { readFiles } from './read-files';

export const readGiven = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(ImportActions.filesGiven),
      switchMap(({ files }) => from(readFiles(files))),
      map((read) =>
        read.ok
          ? ImportActions.filesRead({ request: read.request })
          : ImportActions.filesRefused({ message: read.message }),
      ),
    ),
  { functional: true },
);

/** Nothing is stored before it was seen what would be. */
export const preview = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(ImportActions.filesRead),
      switchMap(({ request }) =>
        api.importFiles(request, true).pipe(
          map((answer) => ImportActions.previewed({ answer })),
          catchError((error: unknown) => of(ImportActions.failed({ problem: toApiProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);

export const bringIn = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(ImportActions.confirmed),
      concatLatestFrom(() => store.select(importFeature.selectRequest)),
      exhaustMap(([, request]) =>
        request
          ? api.importFiles(request, false).pipe(
              map((answer) => ImportActions.done({ answer })),
              catchError((error: unknown) => of(refusedOrFailed(error))),
            )
          : of(),
      ),
    ),
  { functional: true },
);

/** What was brought in shows in the lists, and is kept on this device. */
export const showBroughtIn = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(ImportActions.done),
      switchMap(() => [LibraryActions.loadRequested(), VisitsActions.loadRequested()]),
    ),
  { functional: true },
);

/** Something else was stored since the preview: the answer says what is in the way now. */
function refusedOrFailed(error: unknown): ReturnType<typeof ImportActions.previewed | typeof ImportActions.failed> {
  const isAnswer = error instanceof HttpErrorResponse && error.status === 422 && isImportAnswer(error.error);
  return isAnswer
    ? ImportActions.previewed({ answer: error.error as ImportAnswer })
    : ImportActions.failed({ problem: toApiProblem(error) });
}

function isImportAnswer(value: unknown): boolean {
  return typeof value === 'object' && value !== null && 'isDone' in value;
}
