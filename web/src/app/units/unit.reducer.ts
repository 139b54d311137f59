import { createFeature, createReducer, on } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';
import { UnitActions } from './unit.actions';

export interface UnitFormState {
  readonly isSaving: boolean;
  readonly problem: ApiProblem | undefined;
  /** Id of the unit just put on file. */
  readonly saved: string | undefined;
}

const initial: UnitFormState = { isSaving: false, problem: undefined, saved: undefined };

export const unitFeature = createFeature({
  name: 'unit',
  reducer: createReducer<UnitFormState>(
    initial,
    on(UnitActions.formOpened, () => initial),
    on(UnitActions.saveRequested, () => ({ ...initial, isSaving: true })),
    on(UnitActions.saved, (_state, { id }) => ({ ...initial, saved: id })),
    on(UnitActions.saveFailed, (_state, { problem }) => ({ ...initial, problem })),
  ),
});
