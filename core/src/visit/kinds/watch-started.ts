import { sequenceOf } from '../../unit-model';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { startsWords } from './words';
import { called } from './called';

/** A call is watched, stage by stage; watching makes the call. */
export interface WatchStarted {
  readonly type: 'watch-started';
  readonly sequence: string;
  /** "before", "after a reset", "after the repair". */
  readonly label: string;
}

export const watchStarted: EventKind<WatchStarted> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (context, state, event) => called(context, state, event.sequence, 'on'),
  refersTo: ({ sequence }) => [{ field: 'sequence', to: 'sequence', id: sequence }],
  words({ model }, _state, { event }) {
    const sequence = sequenceOf(model, event.sequence);
    return {
      kind: 'energy',
      title: `Call made to watch ${sequence?.name ?? event.sequence}, ${event.label}`,
      detail: startsWords(sequence?.mayStart ?? []),
    };
  },
};
