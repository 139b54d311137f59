import { createFeature, createReducer, on } from '@ngrx/store';
import type { ImportAnswer, ImportRequest } from '@juxtameter/contract/check';
import type { ApiProblem } from '../api/api-problem';
import { ImportActions } from './import.actions';

export interface ImportState {
  readonly request: ImportRequest | undefined;
  readonly answer: ImportAnswer | undefined;
  readonly isBusy: boolean;
  readonly done: number;
  /** How much there is to look at; undefined before it is known. */
  readonly of: number | undefined;
  /** Why the files could not even be read. */
  readonly refusal: string | undefined;
  readonly problem: ApiProblem | undefined;
}

const initial: ImportState = {
  request: undefined,
  answer: undefined,
  isBusy: false,
  done: 0,
  of: undefined,
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
    on(ImportActions.confirmed, (state) => ({ ...state, isBusy: true, done: 0, of: undefined, problem: undefined })),
    on(ImportActions.progressed, (state, { done, of }) => ({ ...state, done, of })),
    on(ImportActions.stopped, () => ({
      ...initial,
      refusal: 'Stopped. If storing had begun, all of it is stored: give the files again to see.',
    })),
    on(ImportActions.done, (state, { answer }) => ({ ...state, answer, isBusy: false })),
    on(ImportActions.failed, (state, { problem }) => ({ ...state, problem, isBusy: false })),
  ),
});
