import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { changed } from '../walking';

/** Something was repaired: what was read before is about another machine. */
export interface RepairDone {
  readonly type: 'repair-done';
  /** Elements or parts it concerns. */
  readonly items: readonly string[];
  readonly text: string;
}

export const repairDone: EventKind<RepairDone> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => changed(state, { repaired: event.items }),
  words: (_context, _state, { event }) => ({ kind: 'energy', title: `Repaired: ${event.text}` }),
};
