import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { History } from '@juxtameter/contract';

export const HistoryActions = createActionGroup({
  source: 'History',
  events: {
    'Load Requested': emptyProps(),
    Loaded: props<{ history: History; isFromTablet: boolean }>(),
    /** Nothing is known: no server in reach and nothing kept. */
    'Load Failed': emptyProps(),
  },
});
