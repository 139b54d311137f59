import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LibraryActions } from './library.actions';

export const loadLibrary = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(LibraryActions.loadRequested),
      switchMap(() =>
        api.library().pipe(
          map((library) => LibraryActions.loaded({ library })),
          catchError((error: unknown) => of(LibraryActions.loadFailed({ problem: toApiProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);
