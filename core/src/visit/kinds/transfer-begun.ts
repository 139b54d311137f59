import { TOUCHES_NOTHING, type EventKind } from '../record';
import { partName } from './words';

/** A wire, or a plug with all its wires, and the place it comes from and goes back to. */
export interface TransferPlace {
  /** Terminal or plug of the unit model, or words. */
  readonly at: string;
  /** Wire of the unit model. */
  readonly wire?: string;
  readonly colour?: string;
  /** Where its other end is. */
  readonly to?: string;
}

/** The wires of a part that comes out, place by place, before the first is taken off. */
export interface TransferBegun {
  readonly type: 'transfer-begun';
  /** Element of the unit model, or words. */
  readonly of: string;
  readonly places: readonly TransferPlace[];
}

export const transferBegun: EventKind<TransferBegun> = {
  ...TOUCHES_NOTHING,
  words: ({ model }, _state, { event: { of, places } }) => ({
    kind: 'energy',
    title: `Wires to be moved: ${partName(model, of)}`,
    detail: `${places.length} ${places.length === 1 ? 'place' : 'places'}`,
  }),
};
