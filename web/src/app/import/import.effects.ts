import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, exhaustMap, from, map, of, switchMap, takeUntil } from 'rxjs';
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
          map((news) =>
            news.kind === 'progress'
              ? ImportActions.progressed(news)
              : ImportActions.previewed({ answer: news.answer }),
          ),
          catchError((error: unknown) => of(ImportActions.failed({ problem: toApiProblem(error) }))),
          takeUntil(actions.pipe(ofType(ImportActions.stopped, ImportActions.opened))),
        ),
      ),
    ),
  { functional: true },
);

/** Something else may have been stored since the preview: then the answer says what is in the way now. */
export const bringIn = createEffect(
  (actions = inject(Actions), api = inject(Api), store = inject(Store)) =>
    actions.pipe(
      ofType(ImportActions.confirmed),
      concatLatestFrom(() => store.select(importFeature.selectRequest)),
      exhaustMap(([, request]) =>
        request
          ? api.importFiles(request, false).pipe(
              map((news) => {
                if (news.kind === 'progress') return ImportActions.progressed(news);
                const { answer } = news;
                return answer.isDone ? ImportActions.done({ answer }) : ImportActions.previewed({ answer });
              }),
              catchError((error: unknown) => of(ImportActions.failed({ problem: toApiProblem(error) }))),
              takeUntil(actions.pipe(ofType(ImportActions.stopped))),
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
