import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Somebody who has to know was told: the owner, the landlord, the utility. */
export interface PersonTold {
  readonly type: 'person-told';
  readonly whom: string;
  readonly what: string;
}

export const personTold: EventKind<PersonTold> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({ kind: 'note', title: `Told ${event.whom}`, detail: event.what }),
};
