import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { VisitSummary } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';

export const VisitsActions = createActionGroup({
  source: 'Visits',
  events: {
    'Load Requested': emptyProps(),
    /** What is shown; what the server has of it. */
    Loaded: props<{
      visits: readonly VisitSummary[];
      isFromTablet: boolean;
      stored: readonly VisitSummary[];
    }>(),
    'Load Failed': props<{ problem: ApiProblem }>(),
    'Search Changed': props<{ text: string }>(),
    /** Somebody came near the end of what is drawn. */
    'More Wanted': emptyProps(),
    /** The list is left: it is found again where it was. */
    Left: props<{ scrolledTo: number }>(),
  },
});
