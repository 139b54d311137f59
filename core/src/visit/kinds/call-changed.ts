import { startedByCall } from '../../unit-model';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { changed } from '../walking';
import { startsWords } from './words';

export interface CallChanged {
  readonly type: 'call-changed';
  readonly call: string;
  readonly state: 'on' | 'off';
}

export const callChanged: EventKind<CallChanged> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => changed(state, { calls: { [event.call]: event.state } }),
  refersTo: ({ call }) => [{ field: 'call', to: 'call', id: call }],
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: `Call ${event.call}: ${event.state}`,
    detail: event.state === 'on' ? startsWords(startedByCall(model, event.call)) : '',
  }),
};
