import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Acknowledged, VisitDocument } from '@juxtameter/contract';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import type { ApiProblem } from '../../api/api-problem';

export const VisitActions = createActionGroup({
  source: 'Visit',
  events: {
    'Open Requested': props<{ id: string }>(),
    Opened: props<{ visit: VisitDocument; outbox: readonly VisitEvent[] }>(),
    'Open Failed': props<{ problem: ApiProblem }>(),
    /** Something happened at the machine; the effect stamps it and the log takes it up. */
    'Fact Recorded': props<{ body: EventBody }>(),
    'Event Appended': props<{ event: VisitEvent }>(),
    'Event Kept': emptyProps(),
    'Undo Requested': emptyProps(),
    Delivered: props<{ acknowledged: Acknowledged }>(),
    'Delivery Failed': props<{ problem: ApiProblem }>(),
    'Delivery Retried': emptyProps(),
    'Storage Failed': emptyProps(),
  },
});
