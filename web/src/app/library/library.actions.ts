import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Library } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';
import type { UnitsReady } from './units-ready';

export const LibraryActions = createActionGroup({
  source: 'Library',
  events: {
    'Load Requested': emptyProps(),
    Loaded: props<{ library: Library; isFromTablet: boolean }>(),
    'Kept Here': props<{ ready: UnitsReady }>(),
    'Load Failed': props<{ problem: ApiProblem }>(),
  },
});
