import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, of, switchMap, type Observable } from 'rxjs';
import type { Site } from '@juxtameter/contract';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { LibraryActions } from '../library/library.actions';
import { UnitActions } from './unit.actions';

export const saveUnit = createEffect(
  (actions = inject(Actions), api = inject(Api)) =>
    actions.pipe(
      ofType(UnitActions.saveRequested),
      exhaustMap(({ unit, site }) =>
        siteFirst(api, site).pipe(
          switchMap(() => api.putUnit(unit)),
          switchMap(() => [LibraryActions.loadRequested(), UnitActions.saved({ id: unit.id })]),
          catchError((error: unknown) => of(UnitActions.saveFailed({ problem: toApiProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);

function siteFirst(api: Api, site: Site | undefined): Observable<unknown> {
  return site ? api.putSite(site) : of(undefined);
}
