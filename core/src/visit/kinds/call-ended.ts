import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { called, watchedSequence } from './called';

export interface CallEnded {
  readonly type: 'call-ended';
  /** Id of the `watch-started`. */
  readonly watch: string;
}

export const callEnded: EventKind<CallEnded> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (context, state, event) => called(context, state, watchedSequence(state, event.watch), 'off'),
  words: () => ({ kind: 'energy', title: 'Call ended' }),
};
