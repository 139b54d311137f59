import { DOCUMENT, inject } from '@angular/core';
import { Actions, createEffect, ofType, ROOT_EFFECTS_INIT } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import {
  catchError,
  delay,
  concatMap,
  filter,
  from,
  fromEvent,
  map,
  merge,
  mergeMap,
  of,
  pairwise,
  switchMap,
  type Observable,
} from 'rxjs';
import { toApiProblem } from '../api/api-problem';
import { LocalStore } from '../local/local-store';
import { toStorageProblem } from '../local/storage-problem';
import { Courier, type Parcel } from './courier';
import { retryAfter } from './retry-after';
import { SyncActions } from './sync.actions';
import { syncFeature } from './sync.reducer';

/** A visit that was refused is offered once more after this long, in milliseconds. */
const REFUSED_AGAIN = 120_000;

/** At the start of the page and whenever the network is back. */
export const requestDelivery = createEffect(
  (actions = inject(Actions), document = inject(DOCUMENT)) =>
    merge(
      actions.pipe(ofType(ROOT_EFFECTS_INIT)),
      document.defaultView ? fromEvent(document.defaultView, 'online') : of(),
    ).pipe(map(() => SyncActions.deliveryRequested())),
  { functional: true },
);

/** Asks the browser not to clear what is kept here when it needs room. */
export const askForPersistence = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(ROOT_EFFECTS_INIT),
      switchMap(() => from(navigator.storage?.persist?.() ?? Promise.resolve(false)).pipe(catchError(() => of(false)))),
    ),
  { functional: true, dispatch: false },
);

/** Sends what waits, one parcel at a time, until nothing is left that would be taken. */
export const deliver = createEffect(
  (actions = inject(Actions), store = inject(Store), courier = inject(Courier)) =>
    actions.pipe(
      ofType(SyncActions.deliveryRequested, SyncActions.visitChanged, SyncActions.delivered),
      // Not left out while a parcel is on its way: what was logged meanwhile would wait for the next reason to look.
      concatMap((action) => of(action).pipe(concatLatestFrom(() => store.select(syncFeature.selectRefusals)))),
      concatMap(([, refusals]) => sendNext(courier, new Set(Object.keys(refusals)))),
    ),
  { functional: true },
);

type SendOutcome = ReturnType<
  typeof SyncActions.delivered | typeof SyncActions.deliveryFailed | typeof SyncActions.deliveryDone
>;

function sendNext(courier: Courier, except: ReadonlySet<string>): Observable<SendOutcome> {
  return from(courier.next(except)).pipe(
    catchError(() => of(undefined)),
    switchMap((parcel) => (parcel ? sent(courier, parcel) : of(SyncActions.deliveryDone()))),
  );
}

function sent(courier: Courier, parcel: Parcel): Observable<SendOutcome> {
  const { visit } = parcel;
  return from(courier.send(parcel)).pipe(
    map((outcome) => SyncActions.delivered({ visit, ...outcome })),
    catchError((error: unknown) => of(SyncActions.deliveryFailed({ visit, problem: toApiProblem(error) }))),
  );
}

/** With no server in reach delivery is tried again; a refusal goes on with the other visits. */
export const retryDelivery = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(SyncActions.deliveryFailed),
      concatLatestFrom(() => store.select(syncFeature.selectFailures)),
      switchMap(([{ problem }, failures]) =>
        of(problem).pipe(delay(problem.kind === 'no-server' ? retryAfter(failures) : 0)),
      ),
      map(() => SyncActions.deliveryRequested()),
    ),
  { functional: true },
);

/** What stood in the way may be put right by another device: a visit is not refused for ever. */
export const offerRefused = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(SyncActions.deliveryFailed),
      filter(({ problem }) => problem.kind === 'refused'),
      mergeMap(({ visit }) => of(SyncActions.visitChanged({ visit })).pipe(delay(REFUSED_AGAIN))),
    ),
  { functional: true },
);

/** Entries that were set aside by an earlier page are offered once more: the server may be a newer one. */
export const offerSetAside = createEffect(
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(ROOT_EFFECTS_INIT),
      switchMap(() => from(local.offerAgain()).pipe(catchError(() => of(0)))),
      filter((offered) => offered > 0),
      map(() => SyncActions.deliveryRequested()),
    ),
  { functional: true },
);

/** Visits of another server are given to this one, as somebody said. */
export const giveApart = createEffect(
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(SyncActions.giveApartRequested),
      switchMap(() =>
        from(local.giveApart()).pipe(
          map(() => SyncActions.givenApart()),
          catchError((error: unknown) => of(SyncActions.storageFailed({ problem: toStorageProblem(error) }))),
        ),
      ),
    ),
  { functional: true },
);

/** What the server turned out to lack is brought to it. */
export const deliverTakenBack = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(SyncActions.ordersTakenBack, SyncActions.givenApart),
      map(() => SyncActions.deliveryRequested()),
    ),
  { functional: true },
);

/** Counts what waits whenever it may have changed. */
export const countWaiting = createEffect(
  (actions = inject(Actions), local = inject(LocalStore)) =>
    actions.pipe(
      ofType(SyncActions.deliveryDone, SyncActions.deliveryFailed, SyncActions.setApart),
      switchMap(() =>
        from(Promise.all([local.waiting(), local.countApart()])).pipe(
          map(([waiting, apart]) => SyncActions.waitingCounted({ waiting, apart })),
          catchError(() => of(SyncActions.waitingCounted({ waiting: {}, apart: 0 }))),
        ),
      ),
    ),
  { functional: true },
);

/** A server that answers again, whatever it was asked, is brought what waits at once. */
export const deliverRegained = createEffect(
  (store = inject(Store)) =>
    store.select(syncFeature.selectIsServerReached).pipe(
      pairwise(),
      filter(([before, now]) => before === false && now === true),
      map(() => SyncActions.deliveryRequested()),
    ),
  { functional: true },
);

/** The browser cleared what was kept: said, and kept again from memory. */
export const noteLoss = createEffect(
  (local = inject(LocalStore), store = inject(Store)) =>
    of(undefined).pipe(
      map(() => {
        local.onLost(() => store.dispatch(SyncActions.storageFailed({ problem: 'cleared' })));
        local.onUnreadable(() => store.dispatch(SyncActions.storageFailed({ problem: 'unreadable' })));
      }),
      filter(() => false),
    ),
  { functional: true, dispatch: false },
);
