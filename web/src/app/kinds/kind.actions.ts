import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { KindDocuments } from '@juxtameter/contract';
import type { MeterDocument } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';

export const KindActions = createActionGroup({
  source: 'Kind',
  events: {
    'Kind Requested': props<{ unitModel: string }>(),
    'Kind Loaded': props<{ kind: KindDocuments }>(),
    'Meters Requested': emptyProps(),
    'Meters Loaded': props<{ meters: readonly MeterDocument[] }>(),
    Failed: props<{ problem: ApiProblem }>(),
  },
});
