import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted, offeredNumber } from './words';

/** How a part comes out of its box. */
export const ARRIVAL_CONDITIONS = ['whole', 'opened', 'damaged', 'wrong'] as const;
export type ArrivalCondition = (typeof ARRIVAL_CONDITIONS)[number];

export const ARRIVAL_WORDS: Readonly<Record<ArrivalCondition, string>> = {
  whole: 'whole',
  opened: 'box opened before',
  damaged: 'damaged',
  wrong: 'another part than was ordered',
};

/** A part that was offered is here. */
export interface PartArrived {
  readonly type: 'part-arrived';
  /** Id of the `part-offered`. */
  readonly offer: string;
  readonly condition: ArrivalCondition;
  readonly serial?: string;
  readonly note?: string;
}

export const partArrived: EventKind<PartArrived> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ offer }) => offer,
  words: (_context, state, { event: { offer, condition, serial, note } }) => ({
    kind: 'look',
    title: `Here: ${offeredNumber(state, offer)}`,
    detail: dotted(ARRIVAL_WORDS[condition], serial === undefined ? '' : `serial ${serial}`, note),
  }),
};
