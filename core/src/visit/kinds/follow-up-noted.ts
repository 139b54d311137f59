import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface FollowUpNoted {
  readonly type: 'follow-up-noted';
  readonly text: string;
  /** Day, as 2026-12-01. */
  readonly due?: string;
}

export const followUpNoted: EventKind<FollowUpNoted> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'note',
    title: `Follow-up: ${event.text}`,
    detail: event.due === undefined ? '' : `due ${event.due}`,
  }),
};
