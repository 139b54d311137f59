import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface WatchEnded {
  readonly type: 'watch-ended';
  /** Id of the `watch-started`. */
  readonly watch: string;
  readonly how: 'completed' | 'stopped' | 'abandoned';
}

export const watchEnded: EventKind<WatchEnded> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({ kind: 'mark', title: `Watch ${event.how}` }),
};
