import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { ApiProblem } from '../api/api-problem';

/** What a visit is started with. */
export interface StartChoice {
  readonly unit: string;
  readonly complaint: string;
  readonly procedure: string;
  readonly meter: string;
  readonly technician: string;
}

export const StartActions = createActionGroup({
  source: 'Start',
  events: {
    Opened: emptyProps(),
    'Visit Requested': props<{ choice: StartChoice }>(),
    'Visit Started': props<{ visit: string }>(),
    'Visit Failed': props<{ problem: ApiProblem }>(),
  },
});
