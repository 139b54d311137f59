import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface LeadsZeroed {
  readonly type: 'leads-zeroed';
  readonly text: string;
  /** Ohms with the tips together. */
  readonly ohms: number;
}

export const leadsZeroed: EventKind<LeadsZeroed> = {
  ...TOUCHES_NOTHING,
  apply: (_context, state, event) => ({ ...state, leadZero: event.ohms, leadZeroAt: event.at }),
  words: (_context, _state, { event }) => ({ kind: 'mark', title: `Leads zeroed at ${event.text} Ω` }),
};
