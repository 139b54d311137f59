import { TOUCHES_NOTHING, type EventKind } from '../record';

/** An earlier event is taken back; what that does is the matter of the fold, and of the kind that was taken back. */
export interface Retracted {
  readonly type: 'retracted';
  readonly event: string;
}

export const retracted: EventKind<Retracted> = {
  ...TOUCHES_NOTHING,
  undo: 'never',
  words: () => ({ kind: 'mark', title: 'Taken back' }),
};
