import { inject } from '@angular/core';
import { Router } from '@angular/router';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { unitAsSeen, type PinnedDocuments } from '@juxtameter/contract';
import { proveDeadProcedure, type EventBody, type PastVisit } from '@juxtameter/core';
import { catchError, exhaustMap, from, map, of, switchMap, tap, withLatestFrom, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { toApiProblem, type ApiProblem } from '../api/api-problem';
import { historyFeature } from '../history/history.reducer';
import { LocalStore } from '../local/local-store';
import { toStorageProblem } from '../local/storage-problem';
import { SyncActions } from '../sync/sync.actions';
import { EventStamp } from '../visit/event-stamp';
import { StartActions, type StartChoice } from './start.actions';
import { fetchMeters, fetchPinned } from '../api/fetch-documents';
import { freeDocuments } from './free-documents';

const NOT_KEPT: ApiProblem = {
  kind: 'refused',
  status: 0,
  detail: 'The documents of this unit are not on this device, and no server is in reach. A free visit needs neither.',
  errors: [],
};

/** Pins the newest documents at hand: as this device keeps them, else from the server. */
export const startVisit = createEffect(
  (
    actions = inject(Actions),
    store = inject(Store),
    api = inject(Api),
    local = inject(LocalStore),
    stamp = inject(EventStamp),
  ) =>
    actions.pipe(
      ofType(StartActions.visitRequested),
      withLatestFrom(store.select(historyFeature.selectHistory)),
      exhaustMap(([{ choice }, history]) =>
        documentsFor(api, local, choice).pipe(
          switchMap((pinned) =>
            pinned
              ? begun({ api, local, stamp }, choice, asSeen(pinned, history?.[pinned.unit.id]))
              : of(StartActions.visitFailed({ problem: NOT_KEPT })),
          ),
          catchError((error: unknown) => {
            const problem = toApiProblem(error);
            return of(StartActions.visitFailed({ problem: problem.kind === 'no-server' ? NOT_KEPT : problem }));
          }),
        ),
      ),
    ),
  { functional: true },
);

function documentsFor(api: Api, local: LocalStore, choice: StartChoice): Observable<PinnedDocuments | undefined> {
  if (choice.machine) {
    const { machine } = choice;
    return from(local.meters()).pipe(
      catchError(() => of([])),
      // A tablet that has just been taken up keeps none yet, and a visit without a meter can prove nothing dead.
      switchMap((kept) =>
        kept.some(({ id }) => id === choice.meter) ? of(kept) : fetchMeters(api).pipe(catchError(() => of(kept))),
      ),
      map((meters) => freeDocuments(machine, meters)),
    );
  }
  return from(local.pinnedFor(choice.unit)).pipe(
    catchError(() => of(undefined)),
    switchMap((kept) => (kept ? of(kept) : fetchPinned(api, choice.unit))),
  );
}

/** What earlier visits found at the unit goes with it. */
function asSeen(pinned: PinnedDocuments, past: readonly PastVisit[] = []): PinnedDocuments {
  return { ...pinned, unit: unitAsSeen(pinned.unit, past) };
}

interface Means {
  readonly api: Api;
  readonly local: LocalStore;
  readonly stamp: EventStamp;
}

/** Kept on this device before anything else; where it keeps nothing, the server has to. */
function begun(
  { api, local, stamp }: Means,
  choice: StartChoice,
  pinned: PinnedDocuments,
): Observable<ReturnType<typeof StartActions.visitStarted | typeof SyncActions.storageFailed>> {
  const id = stamp.newVisitId();
  const place = { visit: id, seenSeq: 0, by: choice.technician };
  const events = firstFacts(choice, pinned).map((body) => stamp.stamp(body, place));
  const started = StartActions.visitStarted({ visit: id });
  return from(local.keepVisit({ id, pinned, events }, true)).pipe(
    map(() => started),
    catchError((error: unknown) =>
      api.startVisit({ id, pinned }).pipe(
        switchMap(() => api.appendEvents(id, events)),
        switchMap(() => [SyncActions.storageFailed({ problem: toStorageProblem(error) }), started]),
      ),
    ),
  );
}

export const goToVisit = createEffect(
  (actions = inject(Actions), router = inject(Router)) =>
    actions.pipe(
      ofType(StartActions.visitStarted),
      tap(({ visit }) => void router.navigate(['/visits', visit])),
    ),
  { functional: true, dispatch: false },
);

function firstFacts(choice: StartChoice, pinned: PinnedDocuments): readonly EventBody[] {
  const { complaint, reporter } = choice;
  const isPinned = pinned.meters.some(({ id }) => id === choice.meter);
  const meter = isPinned ? { meter: choice.meter } : {};
  const procedure = [...pinned.procedures, proveDeadProcedure(pinned.unitModel)].find(
    (each) => each.id === choice.procedure,
  );
  const opened: EventBody = {
    type: 'visit-opened',
    unit: pinned.unit.id,
    complaint,
    ...meter,
    ...(reporter ? { reporter } : {}),
  };
  return procedure
    ? [opened, { type: 'procedure-started', procedure: procedure.id, start: procedure.start }]
    : [opened];
}
