import { createFeature, createReducer, on } from '@ngrx/store';
import type { KindDocuments } from '@juxtameter/contract';
import type { MeterDocument } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';
import { KindActions } from './kind.actions';

export interface KindState {
  /** The kind of unit read last, with its charts. */
  readonly kind: KindDocuments | undefined;
  readonly meters: readonly MeterDocument[] | undefined;
  readonly problem: ApiProblem | undefined;
}

const initial: KindState = { kind: undefined, meters: undefined, problem: undefined };

/** Documents on file that are read without a visit: kinds of unit, charts, meters. */
export const kindFeature = createFeature({
  name: 'kind',
  reducer: createReducer<KindState>(
    initial,
    on(KindActions.kindRequested, (state, { unitModel }) => ({
      ...state,
      kind: state.kind?.unitModel.id === unitModel ? state.kind : undefined,
      problem: undefined,
    })),
    on(KindActions.kindLoaded, (state, { kind }) => ({ ...state, kind })),
    on(KindActions.metersRequested, (state) => ({ ...state, problem: undefined })),
    on(KindActions.metersLoaded, (state, { meters }) => ({ ...state, meters })),
    on(KindActions.failed, (state, { problem }) => ({ ...state, problem })),
  ),
});
