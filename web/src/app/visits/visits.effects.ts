import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, map, of, switchMap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { VisitsActions } from './visits.actions';

export const loadVisits = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(VisitsActions.loadRequested),
      switchMap(() =>
        api.visits().pipe(
          map((visits) => VisitsActions.loaded({ visits })),
          catchError((error: unknown) => of(VisitsActions.loadFailed({ problem: toApiProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);
