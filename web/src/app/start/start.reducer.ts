import { createFeature, createReducer, on } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';
import { StartActions } from './start.actions';

export interface StartState {
  readonly isStarting: boolean;
  readonly problem: ApiProblem | undefined;
}

const initial: StartState = { isStarting: false, problem: undefined };

export const startFeature = createFeature({
  name: 'start',
  reducer: createReducer<StartState>(
    initial,
    on(StartActions.opened, () => initial),
    on(StartActions.visitRequested, () => ({ isStarting: true, problem: undefined })),
    on(StartActions.visitStarted, () => initial),
    on(StartActions.visitFailed, (_state, { problem }) => ({ isStarting: false, problem })),
  ),
});
