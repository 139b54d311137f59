import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface VisitOpened {
  readonly type: 'visit-opened';
  readonly unit: string;
  readonly complaint: string;
  readonly meter?: string;
  /** Who stands at the machine and reports, where the technician does not. */
  readonly reporter?: string;
}

export const visitOpened: EventKind<VisitOpened> = {
  ...TOUCHES_NOTHING,
  undo: 'never',
  apply: (_context, state, event) => ({ ...state, opened: event, meter: event.meter }),
  refersTo: ({ unit }) => [{ field: 'unit', to: 'unit', id: unit }],
  words: (_context, _state, { event: { complaint } }) => ({
    kind: 'mark',
    title: 'Visit opened',
    detail: complaint ? `“${complaint}”` : '',
  }),
};
