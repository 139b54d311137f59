import { createFeature, createReducer, on } from '@ngrx/store';
import { PhotoActions } from './photo.actions';

export interface PhotoState {
  /** Pictures that are on this device and not on the server. */
  readonly waiting: number;
  /** Deliveries in a row that came to nothing. */
  readonly failures: number;
}

export const photoFeature = createFeature({
  name: 'photo',
  reducer: createReducer<PhotoState>(
    { waiting: 0, failures: 0 },
    on(PhotoActions.waitingCounted, (state, { waiting }) => ({ ...state, waiting })),
    on(PhotoActions.settled, (state) => ({ ...state, failures: 0 })),
    on(PhotoActions.deliveryFailed, (state) => ({ ...state, failures: state.failures + 1 })),
  ),
});
