import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { VisitSummary } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';

export const VisitsActions = createActionGroup({
  source: 'Visits',
  events: {
    'Load Requested': emptyProps(),
    Loaded: props<{ visits: readonly VisitSummary[]; isFromTablet: boolean }>(),
    'Load Failed': props<{ problem: ApiProblem }>(),
    'Search Changed': props<{ text: string }>(),
    /** Somebody came near the end of what is drawn. */
    'More Wanted': emptyProps(),
    /** The list is left: it is found again where it was. */
    Left: props<{ scrolledTo: number }>(),
  },
});
