import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { Site, Unit } from '@juxtameter/contract';
import type { ApiProblem } from '../api/api-problem';

export const UnitActions = createActionGroup({
  source: 'Unit',
  events: {
    'Form Opened': emptyProps(),
    /** A site that is new is put on file first. */
    'Save Requested': props<{ unit: Unit; site?: Site }>(),
    Saved: props<{ id: string }>(),
    'Save Failed': props<{ problem: ApiProblem }>(),
  },
});
