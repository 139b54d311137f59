import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface CodeDismissed {
  readonly type: 'code-dismissed';
  /** Id of the `code-read`. */
  readonly code: string;
  readonly reason: string;
}

export const codeDismissed: EventKind<CodeDismissed> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({ kind: 'look', title: 'Code set aside', detail: event.reason }),
};
