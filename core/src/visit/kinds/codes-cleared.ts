import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';

export interface CodesCleared {
  readonly type: 'codes-cleared';
  readonly how: string;
}

export const codesCleared: EventKind<CodesCleared> = {
  ...TOUCHES_NO_SUPPLY,
  words: (_context, _state, { event }) => ({ kind: 'energy', title: 'Codes cleared', detail: event.how }),
};
