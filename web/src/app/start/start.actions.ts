import { createActionGroup, emptyProps, props } from '@ngrx/store';
import type { FreeSupply } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';

/** What a visit is started with. */
export interface StartChoice {
  readonly unit: string;
  readonly complaint: string;
  /** Missing to look first. */
  readonly procedure?: string;
  readonly meter: string;
  readonly technician: string;
  /** Who reports from the machine, where the technician is not there. */
  readonly reporter?: string;
  /** A machine that is not on file; `unit` is empty then. */
  readonly machine?: FreeMachine;
}

/** A machine in the technician's words. */
export interface FreeMachine {
  readonly name: string;
  readonly site: string;
  readonly supplies: readonly FreeSupply[];
}

/** What is filled in before a visit is started; it is still there after a look at something else. */
export interface StartDraft {
  /** Undefined until one is chosen; empty for a machine that is not on file. */
  readonly unit: string | undefined;
  readonly search: string;
  readonly complaint: string;
  readonly isRemote: boolean;
  readonly reporter: string;
}

export const StartActions = createActionGroup({
  source: 'Start',
  events: {
    Opened: emptyProps(),
    'Draft Changed': props<{ draft: Partial<StartDraft> }>(),
    'Visit Requested': props<{ choice: StartChoice }>(),
    'Visit Started': props<{ visit: string }>(),
    'Visit Failed': props<{ problem: ApiProblem }>(),
  },
});
