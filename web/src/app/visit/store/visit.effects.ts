import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import {
  catchError,
  concatMap,
  delay,
  exhaustMap,
  filter,
  from,
  map,
  mergeMap,
  of,
  switchMap,
  type Observable,
} from 'rxjs';
import { Api } from '../../api/api';
import { toApiProblem } from '../../api/api-problem';
import { preferencesFeature } from '../../preferences/preferences.reducer';
import { EventStamp } from '../event-stamp';
import { Outbox } from './outbox';
import { resumption } from './resumption';
import { VisitActions } from './visit.actions';
import { visitFeature } from './visit.reducer';

/** How long, in milliseconds, before delivery is tried again. */
const RETRY_AFTER = 2000;
/** The server takes a batch of this many events at most. */
const BATCH = 200;

/** Fetches a visit and puts what this browser still holds of it behind. */
export const openVisit = createEffect(
  (actions = inject(Actions), api = inject(Api), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(VisitActions.openRequested),
      switchMap(({ id }) =>
        api.visit(id).pipe(
          switchMap((visit) =>
            from(outbox.of(id)).pipe(
              catchError(() => of([])),
              map((waiting) => VisitActions.opened({ visit, outbox: waiting })),
            ),
          ),
          catchError((error: unknown) => of(VisitActions.openFailed({ problem: toApiProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** Coming back after a long pause revokes every proof of dead; the log says so. */
export const noteResumption = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(VisitActions.opened),
      concatLatestFrom(() => store.select(visitFeature.selectVisit)),
      map(([, visit]) => resumption(visit, Date.now())),
      filter((body) => body !== undefined),
      map((body) => VisitActions.factRecorded({ body })),
    ),
  { functional: true },
);

/** Gives a fact its identity, time and author. */
export const stampFact = createEffect(
  (actions = inject(Actions), store = inject(Store), stamp = inject(EventStamp)) =>
    actions.pipe(
      ofType(VisitActions.factRecorded),
      concatLatestFrom(() => [
        store.select(visitFeature.selectId),
        store.select(visitFeature.selectSeenSeq),
        store.select(preferencesFeature.selectTechnician),
      ]),
      mergeMap(([{ body }, visit, seenSeq, by]) =>
        visit === undefined ? [] : [VisitActions.eventAppended({ event: stamp.stamp(body, { visit, seenSeq, by }) })],
      ),
    ),
  { functional: true },
);

/** Undo takes back the newest event that can be; both stay in the record. */
export const undo = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(VisitActions.undoRequested),
      concatLatestFrom(() => store.select(visitFeature.selectUndoable)),
      mergeMap(([, event]) =>
        event ? [VisitActions.factRecorded({ body: { type: 'retracted', event: event.id } })] : [],
      ),
    ),
  { functional: true },
);

/** Every event is kept in this browser before it is sent. */
export const keepEvent = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(VisitActions.eventAppended),
      // At once, not one after the other: the database keeps the order in which it was asked, removals included.
      mergeMap(({ event }) =>
        from(outbox.add(event)).pipe(
          map(() => VisitActions.eventKept()),
          catchError(() => of(VisitActions.storageFailed())),
        ),
      ),
    ),
  { functional: true },
);

/** What the server already has need not be kept any longer. */
export const tidyOutbox = createEffect(
  (actions = inject(Actions), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(VisitActions.opened),
      concatMap(({ visit, outbox: waiting }) => {
        const known = new Set(visit.events.map((event) => event.id));
        const delivered = waiting.map((event) => event.id).filter((id) => known.has(id));
        return from(outbox.remove(delivered)).pipe(catchError(() => of(undefined)));
      }),
    ),
  { functional: true, dispatch: false },
);

/** Sends what waits, in the order it was logged, one batch at a time. */
export const deliver = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api), outbox = inject(Outbox)) =>
    actions.pipe(
      ofType(
        VisitActions.eventKept,
        VisitActions.storageFailed,
        VisitActions.opened,
        VisitActions.delivered,
        VisitActions.deliveryRetried,
      ),
      exhaustMap(() => deliverWaiting(store, api, outbox)),
    ),
  { functional: true },
);

function deliverWaiting(
  store: Store,
  api: Api,
  outbox: Outbox,
): Observable<ReturnType<typeof VisitActions.delivered | typeof VisitActions.deliveryFailed>> {
  return of(undefined).pipe(
    concatLatestFrom(() => [store.select(visitFeature.selectId), store.select(visitFeature.selectPending)]),
    filter(([, id, pending]) => id !== undefined && pending.length > 0),
    switchMap(([, id, pending]) => {
      const batch = pending.slice(0, BATCH);
      return api.appendEvents(id ?? '', batch).pipe(
        concatMap((acknowledged) =>
          from(outbox.remove(batch.map((event) => event.id))).pipe(
            // What the server has may stay in the outbox: it is known by its id when it is sent again.
            catchError(() => of(undefined)),
            map(() => VisitActions.delivered({ acknowledged })),
          ),
        ),
        catchError((error: unknown) => of(VisitActions.deliveryFailed({ problem: toApiProblem(error) }))),
      );
    }),
  );
}

/** With no server in reach delivery is tried again; a refusal waits for the technician. */
export const retryDelivery = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitActions.deliveryFailed),
      filter(({ problem }) => problem.kind === 'no-server'),
      delay(RETRY_AFTER),
      map(() => VisitActions.deliveryRetried()),
    ),
  { functional: true },
);
