import { createActionGroup, props } from '@ngrx/store';
import type { SiteHistories } from '@juxtameter/contract';

export const HistoryActions = createActionGroup({
  source: 'History',
  events: {
    'Load Requested': props<{ sites: readonly string[] }>(),
    /** What was asked for; what the server has of it, or everything this device keeps. */
    Loaded: props<{ sites: readonly string[]; histories: SiteHistories; isFromTablet: boolean }>(),
    /** No server in reach, and nothing can be read here. */
    'Load Failed': props<{ sites: readonly string[] }>(),
  },
});
