import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface NoteAdded {
  readonly type: 'note-added';
  readonly text: string;
  /** The step it was written at. */
  readonly step?: string;
}

export const noteAdded: EventKind<NoteAdded> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({ kind: 'note', title: event.text }),
};
