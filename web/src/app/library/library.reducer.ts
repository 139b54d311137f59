import { createFeature, createReducer, on } from '@ngrx/store';
import type { Library } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import type { UnitsReady } from './units-ready';
import { LibraryActions } from './library.actions';

export interface LibraryState {
  readonly library: Library | undefined;
  readonly problem: ApiProblem | undefined;
  /** As this device keeps it: there was no server in reach. */
  readonly isFromTablet: boolean;
  /** Units a visit can begin at without a server; undefined while that is not known. */
  readonly ready: UnitsReady | undefined;
}

const initial: LibraryState = { library: undefined, problem: undefined, isFromTablet: false, ready: undefined };

/** What a visit can be started with: sites, units, charts, meters. */
export const libraryFeature = createFeature({
  name: 'library',
  reducer: createReducer<LibraryState>(
    initial,
    on(LibraryActions.loadRequested, (state) => ({ ...state, problem: undefined })),
    on(LibraryActions.loaded, (state, { library, isFromTablet }) => ({
      ...state,
      library,
      isFromTablet,
      problem: undefined,
    })),
    on(LibraryActions.keptHere, (state, { ready }) => ({ ...state, ready })),
    on(LibraryActions.loadFailed, (state, { problem }) => ({ ...state, problem })),
  ),
});
