import { HttpErrorResponse } from '@angular/common/http';
import { inject } from '@angular/core';
import { Actions, createEffect, ofType } from '@ngrx/effects';
import { concatLatestFrom } from '@ngrx/operators';
import { Store } from '@ngrx/store';
import { catchError, concatMap, delay, from, map, of, switchMap } from 'rxjs';
import { toApiProblem } from '../api/api-problem';
import { retryAfter } from '../sync/retry-after';
import { SyncActions } from '../sync/sync.actions';
import { PhotoActions } from './photo.actions';
import { PhotoCourier } from './photo-courier';
import { photoFeature } from './photo.reducer';

/** Behind the entries, which are small and matter more: whenever these are through, pictures follow. */
export const followEntries = createEffect(
  (actions = inject(Actions)) =>
    actions.pipe(
      ofType(SyncActions.deliveryDone, PhotoActions.kept),
      map(() => PhotoActions.deliveryRequested()),
    ),
  { functional: true },
);

/** One picture after the other, until nothing is left or one does not get through. */
export const deliverPhotos = createEffect(
  (actions = inject(Actions), courier = inject(PhotoCourier)) =>
    actions.pipe(
      // Not left out while one is on its way: what was taken meanwhile would wait for the next reason to look.
      ofType(PhotoActions.deliveryRequested, PhotoActions.settled),
      concatMap(() =>
        from(courier.sendNext()).pipe(
          map((hash) => (hash === undefined ? PhotoActions.deliveryDone() : PhotoActions.settled({ hash }))),
          catchError((error: unknown) =>
            // A browser that keeps nothing has nothing to bring; what went wrong with it is said where it is kept.
            of(
              error instanceof HttpErrorResponse
                ? PhotoActions.deliveryFailed({ problem: toApiProblem(error) })
                : PhotoActions.deliveryDone(),
            ),
          ),
        ),
      ),
    ),
  { functional: true },
);

/** A server that has no room for pictures, or went away in the middle of one, is tried again. */
export const retryPhotos = createEffect(
  (actions = inject(Actions), store = inject(Store)) =>
    actions.pipe(
      ofType(PhotoActions.deliveryFailed),
      concatLatestFrom(() => store.select(photoFeature.selectFailures)),
      switchMap(([, failures]) => of(PhotoActions.deliveryRequested()).pipe(delay(retryAfter(failures)))),
    ),
  { functional: true },
);

export const countWaitingPhotos = createEffect(
  (actions = inject(Actions), courier = inject(PhotoCourier)) =>
    actions.pipe(
      ofType(PhotoActions.kept, PhotoActions.settled, PhotoActions.deliveryDone, PhotoActions.deliveryFailed),
      switchMap(() =>
        from(courier.waiting()).pipe(
          map((waiting) => PhotoActions.waitingCounted({ waiting })),
          catchError(() => of(PhotoActions.waitingCounted({ waiting: 0 }))),
        ),
      ),
    ),
  { functional: true },
);

/** A server that turned out to be put back, or another, is asked anew which pictures it has. */
export const compareAnew = createEffect(
  (actions = inject(Actions), courier = inject(PhotoCourier)) =>
    actions.pipe(
      ofType(SyncActions.ordersTakenBack, SyncActions.givenApart),
      map(() => {
        courier.compareAnew();
        return PhotoActions.deliveryRequested();
      }),
    ),
  { functional: true },
);
