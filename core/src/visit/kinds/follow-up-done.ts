import { TOUCHES_NOTHING, type EventKind } from '../record';

export interface FollowUpDone {
  readonly type: 'follow-up-done';
  /** Id of the `follow-up-noted`, of this visit or an earlier one. */
  readonly followUp: string;
}

export const followUpDone: EventKind<FollowUpDone> = {
  ...TOUCHES_NOTHING,
  words: () => ({ kind: 'note', title: 'Follow-up done' }),
};
