import { TOUCHES_NOTHING, type EventKind } from '../record';
import { offeredNumber } from './words';

/** A part that was offered is on its way. */
export interface PartOrdered {
  readonly type: 'part-ordered';
  /** Id of the `part-offered`. */
  readonly offer: string;
  /** The day it should be here, as 2026-12-01. */
  readonly due?: string;
}

export const partOrdered: EventKind<PartOrdered> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ offer }) => offer,
  words: (_context, state, { event: { offer, due } }) => ({
    kind: 'note',
    title: `Ordered: ${offeredNumber(state, offer)}`,
    detail: due === undefined ? '' : `due ${due}`,
  }),
};
