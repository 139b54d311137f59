import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { isRenewal, toBeCleared } from '../safety';
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
  apply(context, state, { items, text }) {
    const repaired = changed(state, { repaired: items });
    // "Board replaced" is a new board, wherever it is noted.
    return isRenewal(text)
      ? [text, ...items].reduce((after, words) => toBeCleared(context, after, words), repaired)
      : repaired;
  },
  words: (_context, _state, { event }) => ({ kind: 'energy', title: `Repaired: ${event.text}` }),
};
