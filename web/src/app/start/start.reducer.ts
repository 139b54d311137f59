import { createFeature, createReducer, on } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';
import { StartActions, type StartDraft } from './start.actions';

export interface StartState {
  readonly isStarting: boolean;
  readonly problem: ApiProblem | undefined;
  readonly draft: StartDraft;
}

const initial: StartState = {
  isStarting: false,
  problem: undefined,
  draft: { unit: undefined, search: '', complaint: '', isRemote: false, reporter: '' },
};

export const startFeature = createFeature({
  name: 'start',
  reducer: createReducer<StartState>(
    initial,
    on(StartActions.opened, ({ draft }) => ({ ...initial, draft })),
    on(StartActions.draftChanged, (state, { draft }) => ({ ...state, draft: { ...state.draft, ...draft } })),
    on(StartActions.visitRequested, ({ draft }) => ({ draft, isStarting: true, problem: undefined })),
    on(StartActions.visitStarted, () => initial),
    on(StartActions.visitFailed, ({ draft }, { problem }) => ({ draft, isStarting: false, problem })),
  ),
});
