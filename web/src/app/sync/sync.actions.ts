import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Acknowledged } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import type { SetAside } from '../local/local-orders';
import type { StorageProblem } from '../local/storage-problem';

export const SyncActions = createActionGroup({
  source: 'Sync',
  events: {
    /** The page is up, or the network came back. */
    'Delivery Requested': emptyProps(),
    /** Something was logged: even a visit that was refused is sent again. */
    'Visit Changed': props<{ visit: string }>(),
    /** What waits on this device, by visit, and how many visits on it are another server's. */
    'Waiting Counted': props<{ waiting: Readonly<Record<string, number>>; apart: number }>(),
    /** What the server has now, and what it does not take. */
    Delivered: props<{ visit: string; acknowledged: Acknowledged; setAside: readonly SetAside[] }>(),
    'Delivery Failed': props<{ visit: string; problem: ApiProblem }>(),
    /** Nothing is left to send, or nothing that would be taken. */
    'Delivery Done': emptyProps(),
    'Server Answered': emptyProps(),
    /** Somebody asked for something else and got no answer. */
    'Server Missed': emptyProps(),
    /** The server was put back to an older state: it has orders up to this one. */
    'Orders Taken Back': props<{ reach: number }>(),
    /** It is another server than the one the visits on this device are of. */
    'Set Apart': emptyProps(),
    /** Somebody wants them on this server. */
    'Give Apart Requested': emptyProps(),
    'Given Apart': emptyProps(),
    'Storage Failed': props<{ problem: StorageProblem }>(),
    'Storage Recovered': emptyProps(),
  },
});
