import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { VisitDocument } from '@juxtameter/contract';
import type { EventBody, VisitEvent } from '@juxtameter/core';
import type { ApiProblem } from '../../api/api-problem';
import type { LocalVisit } from '../../local/local-store';

/** A visit with what this device alone knows of it. */
export type KnownVisit = Pick<VisitDocument, 'id' | 'pinned' | 'events'> &
  Partial<Pick<LocalVisit, 'setAside' | 'isApart'>>;

export const VisitActions = createActionGroup({
  source: 'Visit',
  events: {
    'Open Requested': props<{ id: string }>(),
    /** A visit as it is kept on this device or stored on the server; shown at once. */
    Opened: props<{ visit: KnownVisit; isUnsent: boolean }>(),
    'Open Failed': props<{ problem: ApiProblem }>(),
    /** Something happened at the machine; the effect stamps it and the log takes it up. */
    'Fact Recorded': props<{ body: EventBody }>(),
    'Event Appended': props<{ event: VisitEvent }>(),
    'Event Kept': props<{ visit: string }>(),
    'Undo Requested': emptyProps(),
    /** What the server has, other devices' entries included. */
    'Events Received': props<{ visit: string; events: readonly VisitEvent[] }>(),
    /** This page goes to where others have moved the visit. */
    Followed: emptyProps(),
    Left: emptyProps(),
  },
});
