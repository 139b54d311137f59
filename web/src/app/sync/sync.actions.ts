import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Acknowledged } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import type { StorageProblem } from '../local/storage-problem';

export const SyncActions = createActionGroup({
  source: 'Sync',
  events: {
    /** The page is up, or the network came back. */
    'Delivery Requested': emptyProps(),
    /** Something was logged: even a visit that was refused is sent again. */
    'Visit Changed': props<{ visit: string }>(),
    /** What waits on this device, by visit. */
    'Waiting Counted': props<{ waiting: Readonly<Record<string, number>> }>(),
    Delivered: props<{ visit: string; acknowledged: Acknowledged }>(),
    'Delivery Failed': props<{ visit: string; problem: ApiProblem }>(),
    /** Nothing is left to send, or nothing that would be taken. */
    'Delivery Done': emptyProps(),
    'Server Answered': emptyProps(),
    'Storage Failed': props<{ problem: StorageProblem }>(),
    'Storage Recovered': emptyProps(),
  },
});
