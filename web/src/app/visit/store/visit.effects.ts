import { DOCUMENT, inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import {
  catchError,
  concat,
  concatMap,
  debounceTime,
  delay,
  EMPTY,
  filter,
  from,
  identity,
  ignoreElements,
  map,
  merge,
  mergeMap,
  of,
  startWith,
  switchMap,
  takeUntil,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import type { VisitDocument } from '@juxtameter/contract';
import { Api } from '../../api/api';
import { toApiProblem } from '../../api/api-problem';
import { LocalStore, type LocalVisit } from '../../local/local-store';
import { TabChannel } from '../../local/tab-channel';
import { toStorageProblem } from '../../local/storage-problem';
import { preferencesFeature } from '../../preferences/preferences.reducer';
import { Courier } from '../../sync/courier';
import { SyncActions } from '../../sync/sync.actions';
import { syncFeature } from '../../sync/sync.reducer';
import { EventStamp } from '../event-stamp';
import { resumption } from './resumption';
import { VisitActions } from './visit.actions';
import { visitFeature } from './visit.reducer';

/** Milliseconds in which a frame is surely drawn. */
const AFTER_PAINT = 60;
/** Milliseconds between two looks whether a proof of dead has run out: nobody need touch the page for it. */
const LOOK_EVERY = 10_000;
/** Milliseconds between two looks at what other devices logged. */
const PULL_EVERY = 5000;

/** What this device keeps is shown at once; what the server has joins it. */
export const openVisit = createEffect(
  (actions = inject(Actions), api = inject(Api), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitActions.openRequested),
      switchMap(({ id }) =>
        from(local.visit(id)).pipe(
          catchError(() => of(undefined)),
          // What the server does not know yet it cannot be asked for.
          switchMap((kept) => concat(shownAtOnce(kept), kept?.isUnsent || kept?.isApart ? EMPTY : fetched(api, id))),
        ),
      ),
    ),
  { functional: true },
);

function shownAtOnce(kept: LocalVisit | undefined): Observable<ReturnType<typeof VisitActions.opened>> {
  return kept ? of(VisitActions.opened({ visit: kept, isUnsent: kept.isUnsent })) : EMPTY;
}

function fetched(
  api: Api,
  id: string,
): Observable<ReturnType<typeof VisitActions.opened | typeof VisitActions.openFailed>> {
  return api.visit(id).pipe(
    map((visit) => VisitActions.opened({ visit, isUnsent: false })),
    catchError((error: unknown) => of(VisitActions.openFailed({ problem: toApiProblem(error) }))),
  );
}

/** Not being able to open says as much about the server as a look that misses it. */
export const noteMissingServer = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitActions.openFailed),
      filter(({ problem }) => problem.kind === 'no-server'),
      map(() => SyncActions.serverMissed()),
    ),
  { functional: true },
);

/** A long pause ends every proof of dead, on coming back and while the page stays open; the log says so. */
export const noteResumption = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(VisitActions.opened),
      switchMap(() =>
        timer(LOOK_EVERY, LOOK_EVERY).pipe(startWith(0), takeUntil(actions.pipe(ofType(VisitActions.left)))),
      ),
      concatLatestFrom(() => store.select(visitFeature.selectVisit)),
      map(([, visit]) => resumption(visit, Date.now())),
      filter((body) => body !== undefined),
      map((body) => VisitActions.factRecorded({ body })),
    ),
  { functional: true },
);

/** Gives a fact its identity, time, author, and the chart it belongs to. */
export const stampFact = createEffect(
  (actions = inject(Actions), store = inject(Store), stamp = inject(EventStamp)) =>
    actions.pipe(
      ofType(VisitActions.factRecorded),
      concatLatestFrom(() => [
        store.select(visitFeature.selectId),
        store.select(visitFeature.selectPulledSeq),
        store.select(preferencesFeature.selectTechnician),
        // A reading of the step this page is at belongs to that chart, wherever others have taken the visit.
        store.select(visitFeature.selectPlace),
      ]),
      mergeMap(([{ body }, visit, seenSeq, by, { procedure: chart }]) =>
        visit === undefined
          ? []
          : [VisitActions.eventAppended({ event: stamp.stamp(body, { visit, seenSeq, by, chart }) })],
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
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitActions.eventAppended),
      // At once, not one after the other: the database keeps the order in which it was asked.
      mergeMap(({ event }) =>
        from(local.keepEvent(event)).pipe(
          mergeMap(() => [SyncActions.storageRecovered(), VisitActions.eventKept({ visit: event.visit })]),
          catchError((error: unknown) => [
            SyncActions.storageFailed({ problem: toStorageProblem(error) }),
            VisitActions.eventKept({ visit: event.visit }),
          ]),
        ),
      ),
    ),
  { functional: true },
);

/** Another tab of this browser shows it at once, server or not. */
export const tellTabs = createEffect(
  (actions = inject(Actions), tabs = inject(TabChannel)) =>
    actions.pipe(
      ofType(VisitActions.eventAppended),
      tap(({ event }) => tabs.tell(event)),
    ),
  { functional: true, dispatch: false },
);

/** What another tab of this browser logged in the open visit. */
export const hearTabs = createEffect(
  (store = inject(Store), tabs = inject(TabChannel)) =>
    tabs.told.pipe(
      concatLatestFrom(() => store.select(visitFeature.selectId)),
      filter(([event, id]) => event.visit === id),
      map(([event]) => VisitActions.eventsReceived({ visit: event.visit, events: [event] })),
    ),
  { functional: true },
);

/**
 * Sent once the next step is on the screen: the technician waits for that, and what is kept here is safe. Where nothing
 * can be kept it goes at once.
 */
export const deliverKept = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(VisitActions.eventKept),
      concatLatestFrom(() => store.select(syncFeature.selectStorageProblem)),
      mergeMap(([{ visit }, problem]) => of(visit).pipe(problem === undefined ? delay(AFTER_PAINT) : identity)),
      map((visit) => SyncActions.visitChanged({ visit })),
    ),
  { functional: true },
);

/** The open page may hold what the tablet could not keep: it is asked first. */
export const offerParcel = createEffect(
  (store = inject(Store), courier = inject(Courier)) => {
    const parcel = store.selectSignal(visitFeature.selectParcel);
    courier.follow(() => parcel());
    return EMPTY;
  },
  { functional: true, dispatch: false },
);

/** What the server has of an opened visit is kept here, so that it opens without a server next time. */
export const keepReceived = createEffect(
  (actions = inject(Actions), store = inject(Store), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(VisitActions.opened, VisitActions.eventsReceived),
      filter((action) => !('isUnsent' in action && action.isUnsent)),
      concatLatestFrom(() => store.select(visitFeature.selectPinned)),
      concatMap(([action, pinned]) => {
        const { id, events } = 'isUnsent' in action ? action.visit : { id: action.visit, events: action.events };
        return pinned ? kept(local, { id, pinned, events }, false) : EMPTY;
      }),
    ),
  { functional: true },
);

/** Cleared under the open page: what it holds is kept anew. */
export const keepAnew = createEffect(
  (actions = inject(Actions), store = inject(Store), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(SyncActions.storageFailed),
      filter(({ problem }) => problem === 'cleared'),
      concatLatestFrom(() => store.select(visitFeature.selectVisitState)),
      concatMap(([, { id, pinned, events, isUnsent }]) =>
        id === undefined || !pinned ? EMPTY : kept(local, { id, pinned, events }, isUnsent),
      ),
    ),
  { functional: true },
);

function kept(
  local: LocalStore,
  visit: Pick<VisitDocument, 'id' | 'pinned' | 'events'>,
  isUnsent: boolean,
): Observable<ReturnType<typeof SyncActions.storageFailed>> {
  return from(local.keepVisit(visit, isUnsent)).pipe(
    ignoreElements(),
    catchError((error: unknown) => of(SyncActions.storageFailed({ problem: toStorageProblem(error) }))),
  );
}

/** While a visit is open, what other devices log in it shows within seconds; own deliveries are answered at once. */
export const pullOthers = createEffect(
  (actions = inject(Actions), store = inject(Store), api = inject(Api), document = inject(DOCUMENT)) =>
    actions.pipe(
      ofType(VisitActions.opened),
      switchMap(() =>
        merge(timer(PULL_EVERY, PULL_EVERY), actions.pipe(ofType(SyncActions.delivered), debounceTime(200))).pipe(
          takeUntil(actions.pipe(ofType(VisitActions.left))),
        ),
      ),
      filter(() => document.visibilityState !== 'hidden'),
      concatLatestFrom(() => store.select(visitFeature.selectVisitState)),
      filter(([, { id, isUnsent, isApart }]) => id !== undefined && !isUnsent && !isApart),
      switchMap(([, { id = '', pulledSeq }]) =>
        api.eventsAfter(id, pulledSeq).pipe(
          mergeMap(({ events }) => [
            SyncActions.serverAnswered(),
            ...(events.length > 0 ? [VisitActions.eventsReceived({ visit: id, events })] : []),
          ]),
          catchError((error: unknown) => {
            const problem = toApiProblem(error);
            // Nothing was to be delivered: when that is tried again is no matter of this.
            return problem.kind === 'no-server' ? of(SyncActions.serverMissed()) : EMPTY;
          }),
        ),
      ),
    ),
  { functional: true },
);

/** An opened visit may hold what waits since an earlier page. */
export const deliverOpened = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(VisitActions.opened),
      map(() => SyncActions.deliveryRequested()),
    ),
  { functional: true },
);
