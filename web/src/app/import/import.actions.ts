import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { ImportAnswer, ImportRequest } from '@juxtameter/contract/check';
import type { ApiProblem } from '../api/api-problem';

export const ImportActions = createActionGroup({
  source: 'Import',
  events: {
    Opened: emptyProps(),
    'Files Given': props<{ files: readonly File[] }>(),
    /** Read and sent for a trial. */
    'Files Read': props<{ request: ImportRequest }>(),
    'Files Refused': props<{ message: string }>(),
    Previewed: props<{ answer: ImportAnswer }>(),
    Confirmed: emptyProps(),
    Done: props<{ answer: ImportAnswer }>(),
    /** So many of so many looks are done. */
    Progressed: props<{ done: number; of: number }>(),
    Stopped: emptyProps(),
    Failed: props<{ problem: ApiProblem }>(),
  },
});
