import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';

/** A temporary repair is gone: the machine is as it should be there, or out of use. */
export interface TemporaryEnded {
  readonly type: 'temporary-ended';
  /** Id of the `temporary-made`, of this visit or an earlier one. */
  readonly temporary: string;
  /** How it was found, and what took its place. */
  readonly text: string;
}

export const temporaryEnded: EventKind<TemporaryEnded> = {
  ...TOUCHES_NO_SUPPLY,
  fallsWith: ({ temporary }) => temporary,
  words: (_context, _state, { event }) => ({
    kind: 'energy',
    title: 'The temporary repair is gone',
    detail: event.text,
  }),
};
