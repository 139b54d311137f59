import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { catchError, exhaustMap, map, of, switchMap, tap } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem } from '../api/api-problem';
import { EventStamp } from '../visit/event-stamp';
import { StartActions } from './start.actions';

/** Opens the visit on the server, pinned to today's documents, with its first two events. */
export const startVisit = createEffect(
  (actions = inject(Actions), api = inject(Api), stamp = inject(EventStamp)) =>
    actions.pipe(
      ofType(StartActions.visitRequested),
      exhaustMap(({ choice }) => {
        const visit = stamp.newVisitId();
        const place = { visit, seenSeq: 0, by: choice.technician };
        return api.startVisit({ id: visit, unit: choice.unit }).pipe(
          switchMap(({ pinned }) => {
            const procedure = pinned.procedures.find((each) => each.id === choice.procedure);
            const { unit, complaint } = choice;
            const meter = choice.meter === '' ? {} : { meter: choice.meter };
            const opened = stamp.stamp({ type: 'visit-opened', unit, complaint, ...meter }, place);
            const started = procedure
              ? [stamp.stamp({ type: 'procedure-started', procedure: procedure.id, start: procedure.start }, place)]
              : [];
            return api.appendEvents(visit, [opened, ...started]);
          }),
          map(() => StartActions.visitStarted({ visit })),
          catchError((error: unknown) => of(StartActions.visitFailed({ problem: toApiProblem(error) }))),
        );
      }),
    ),
  { functional: true },
);

export const goToVisit = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(StartActions.visitStarted),
      tap(({ visit }) => void router.navigate(['/visits', visit])),
    ),
  { functional: true, dispatch: false },
);
