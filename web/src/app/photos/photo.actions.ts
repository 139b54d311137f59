import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';

export const PhotoActions = createActionGroup({
  source: 'Photo',
  events: {
    /** A picture was kept on this device. */
    Kept: emptyProps(),
    'Delivery Requested': emptyProps(),
    /** The server has it, or will never take it. */
    Settled: props<{ hash: string }>(),
    'Delivery Failed': props<{ problem: ApiProblem }>(),
    'Delivery Done': emptyProps(),
    'Waiting Counted': props<{ waiting: number }>(),
  },
});
