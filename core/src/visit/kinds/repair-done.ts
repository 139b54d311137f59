import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { isRenewal, toBeCleared } from '../safety';
import { changed } from '../walking';
import { dotted } from './words';

/** Something was repaired: what was read before is about another machine. */
export interface RepairDone {
  readonly type: 'repair-done';
  /** Elements or parts it concerns. */
  readonly items: readonly string[];
  readonly text: string;
  /** Id of the `work-planned` it carries out. */
  readonly work?: string;
  /** Minutes it took. */
  readonly minutes?: number;
  /** What stood in the way: a stripped screw, no access. */
  readonly snag?: string;
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
  words: (_context, _state, { event }) => ({
    kind: 'energy',
    title: `Repaired: ${event.text}`,
    detail: dotted(event.minutes === undefined ? '' : `${event.minutes} min`, event.snag),
  }),
};
