import { createSelector } from '@ngrx/store';
import { photoFeature } from '../../photos/photo.reducer';
import { savedWords } from '../../sync/saved-words';
import { syncFeature } from '../../sync/sync.reducer';
import { visitFeature } from './visit.reducer';

/** What of the open visit is saved where, in words. */
export const selectSaved = createSelector(
  visitFeature.selectVisitState,
  visitFeature.selectPending,
  syncFeature.selectSyncState,
  photoFeature.selectWaiting,
  (
    { id = '', isUnsent, isApart, setAside },
    pending,
    { isServerReached, refusals, storageProblem, serverSays },
    photos,
  ) => {
    const [reason] = Object.values(setAside);
    return savedWords({
      waiting: pending.length + (isUnsent ? 1 : 0),
      isServerReached,
      refusal: refusals[id],
      storageProblem,
      serverSays,
      apart: isApart ? 1 : 0,
      photos,
      setAside: reason === undefined ? undefined : { count: Object.keys(setAside).length, reason },
    });
  },
);
