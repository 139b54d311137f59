import type { MeasurementFunction } from '../../quantity';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted, offeredNumber } from './words';

/**
 * A part was tested on the bench, before it went in. What a figure means is worked out from the figure, whenever it is
 * asked; only where nothing was read does `looks` say it.
 */
export interface PartTested {
  readonly type: 'part-tested';
  /** Id of the `part-offered`. */
  readonly offer: string;
  /** What was tested: "coil", "contact, operated". */
  readonly what: string;
  readonly function?: MeasurementFunction;
  /** What it should read, as one line. */
  readonly expects?: string;
  /** What was read, as it was typed. */
  readonly text?: string;
  /** Ohms of the leads, where they were zeroed before. */
  readonly leadZero?: number;
  readonly looks?: 'good' | 'bad';
}

export const partTested: EventKind<PartTested> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ offer }) => offer,
  words: (_context, state, { event: { offer, what, expects, text, looks } }) => ({
    kind: 'look',
    title: `On the bench, ${offeredNumber(state, offer)}: ${what}`,
    ...(text === undefined ? {} : { value: text }),
    detail: dotted(expects === undefined ? '' : `should be ${expects}`, looks),
  }),
};
