import { createFeature, createReducer, on } from '@ngrx/store';
import type { ImportAnswer, ImportRequest } from '@juxtameter/contract/check';
import type { ApiProblem } from '../api/api-problem';
import { ImportActions } from './import.actions';

export interface ImportState {
  readonly request: ImportRequest | undefined;
  readonly answer: ImportAnswer | undefined;
  readonly isBusy: boolean;
  /** Why the files could not even be read. */
  readonly refusal: string | undefined;
  readonly problem: ApiProblem | undefined;
}

const initial: ImportState = {
  request: undefined,
  answer: undefined,
  isBusy: false,
  refusal: undefined,
  problem: undefined,
};

/** Files given, what bringing them in would do, and whether it was done. */
export const importFeature = createFeature({
  name: 'import',
  reducer: createReducer<ImportState>(
    initial,
    on(ImportActions.opened, () => initial),
    on(ImportActions.filesGiven, () => ({ ...initial, isBusy: true })),
    on(ImportActions.filesRead, (state, { request }) => ({ ...state, request })),
    on(ImportActions.filesRefused, (_state, { message }) => ({ ...initial, refusal: message })),
    on(ImportActions.previewed, (state, { answer }) => ({ ...state, answer, isBusy: false })),
    on(ImportActions.confirmed, (state) => ({ ...state, isBusy: true, problem: undefined })),
    on(ImportActions.done, (state, { answer }) => ({ ...state, answer, isBusy: false })),
    on(ImportActions.failed, (state, { problem }) => ({ ...state, problem, isBusy: false })),
  ),
});
