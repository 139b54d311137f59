import { createFeature, createReducer, on } from '@ngrx/store';
import type { Library } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import { LibraryActions } from './library.actions';

export interface LibraryState {
  readonly library: Library | undefined;
  readonly problem: ApiProblem | undefined;
  /** As this device keeps it: there was no server in reach. */
  readonly isFromTablet: boolean;
}

const initial: LibraryState = { library: undefined, problem: undefined, isFromTablet: false };

/** What a visit can be started with: sites, units, charts, meters. */
export const libraryFeature = createFeature({
  name: 'library',
  reducer: createReducer<LibraryState>(
    initial,
    on(LibraryActions.loadRequested, (state) => ({ ...state, problem: undefined })),
    on(LibraryActions.loaded, (_state, { library, isFromTablet }) => ({ library, isFromTablet, problem: undefined })),
    on(LibraryActions.loadFailed, (state, { problem }) => ({ ...state, problem })),
  ),
});
