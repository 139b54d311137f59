import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { KindDocuments } from '@juxtameter/contract';
import type { ChartProof } from '@juxtameter/core';

export const ProofActions = createActionGroup({
  source: 'Proof',
  events: {
    'Proof Requested': props<{ kind: KindDocuments; chart: string }>(),
    Progressed: props<{ done: number; of: number }>(),
    Proven: props<{ proof: ChartProof }>(),
    /** It cannot be proven, or the part that proves did not run; why, in words. */
    Failed: props<{ message: string }>(),
    Stopped: emptyProps(),
    /** A fault of the picture was chosen, by its place in the list. */
    'Fault Chosen': props<{ row: number }>(),
  },
});
