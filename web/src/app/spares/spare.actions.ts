import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { SpareEntry } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';

export const SpareActions = createActionGroup({
  source: 'Spares',
  events: {
    'Load Requested': emptyProps(),
    /** Somebody counted, put in, took or withdrew. */
    Noted: props<{ entry: SpareEntry }>(),
    /** What is known on this device and, once it was asked, on the server. */
    Known: props<{ entries: readonly SpareEntry[] }>(),
    /** This browser keeps nothing: an entry is safe once the server has it. */
    'Keeping Failed': emptyProps(),
    'Exchange Requested': emptyProps(),
    /** The server has what this device has, and the other way round. */
    Exchanged: props<{ entries: readonly SpareEntry[] }>(),
    'Exchange Failed': props<{ problem: ApiProblem }>(),
  },
});
