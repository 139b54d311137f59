import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { VisitPage, VisitSummary } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';

export const VisitsActions = createActionGroup({
  source: 'Visits',
  events: {
    'Load Requested': emptyProps(),
    Loaded: props<{
      /** What was searched for. */
      search: string;
      /** The first page of what the server has; without a server nothing. */
      page: VisitPage;
      /** Visits this device is ahead in, or has alone; without a server all it keeps. */
      own: readonly VisitSummary[];
      isFromTablet: boolean;
      /** What the server has of what is listed and of what is kept here. */
      stored: readonly VisitSummary[];
    }>(),
    'Load Failed': props<{ problem: ApiProblem }>(),
    'Search Changed': props<{ text: string }>(),
    /** Somebody came near the end of what is drawn. */
    'More Wanted': emptyProps(),
    /** The page behind the one that `after` ended. */
    'More Loaded': props<{ after: string; page: VisitPage }>(),
    /** Asked for again by whoever comes near the end again. */
    'More Failed': emptyProps(),
    /** A unit is chosen for a visit: what is open there already? */
    'Unit Asked': props<{ unit: string }>(),
    'Unit Answered': props<{ unit: string; visits: readonly VisitSummary[] }>(),
    'Unit Failed': props<{ unit: string }>(),
    /** The list is left: it is found again where it was. */
    Left: props<{ scrolledTo: number }>(),
  },
});
