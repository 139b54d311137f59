import { createFeature, createReducer, on } from '@ngrx/store';
import type { ChartProof } from '@juxtameter/core';
import { ProofActions } from './proof.actions';

export interface ProofState {
  /** The chart that is or was proven. */
  readonly chart: string | undefined;
  readonly progress: { readonly done: number; readonly of: number } | undefined;
  readonly proof: ChartProof | undefined;
  readonly message: string | undefined;
  readonly chosen: number | undefined;
}

const initial: ProofState = {
  chart: undefined,
  progress: undefined,
  proof: undefined,
  message: undefined,
  chosen: undefined,
};

/** A chart walked at its simulated unit, as far as it is. */
export const proofFeature = createFeature({
  name: 'proof',
  reducer: createReducer<ProofState>(
    initial,
    on(ProofActions.proofRequested, (_state, { chart }) => ({ ...initial, chart, progress: { done: 0, of: 0 } })),
    on(ProofActions.progressed, (state, { done, of }) =>
      state.progress ? { ...state, progress: { done, of } } : state,
    ),
    on(ProofActions.proven, (state, { proof }) => {
      const first = proof.rows.findIndex(({ result }) => result !== 'right');
      return { ...state, progress: undefined, proof, chosen: first < 0 ? undefined : first };
    }),
    on(ProofActions.failed, (state, { message }) => ({ ...state, progress: undefined, message })),
    on(ProofActions.stopped, () => initial),
    on(ProofActions.faultChosen, (state, { row }) => ({ ...state, chosen: row })),
  ),
});
