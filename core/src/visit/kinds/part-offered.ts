import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted, partName } from './words';

/** What a part was before it was offered or put in. */
export const PART_PROVENANCES = ['new', 'used', 'repaired', 'unknown'] as const;
export type PartProvenance = (typeof PART_PROVENANCES)[number];

export const PART_PROVENANCE_WORDS: Readonly<Record<PartProvenance, string>> = {
  new: 'new',
  used: 'used',
  repaired: 'repaired',
  unknown: 'state not known',
};

/** A part that may take the place of one at the machine: from a cross reference, a supplier, the van. */
export interface PartOffered {
  readonly type: 'part-offered';
  /** Element of the unit model it is for, or words. */
  readonly part: string;
  /** With the suffix of its revision. */
  readonly number: string;
  readonly state: PartProvenance;
  /** Where it comes from. */
  readonly source?: string;
  /** As it is said: "148 EUR". */
  readonly price?: string;
  /** Days until it is here. */
  readonly days?: number;
  /** Pattern of its pins: "6 in a row, 1 left". */
  readonly pins?: string;
  /** What it is rated for: "230 V 16 A". */
  readonly rating?: string;
  readonly note?: string;
  /** Id of the `work-planned` it is for. */
  readonly work?: string;
}

export const partOffered: EventKind<PartOffered> = {
  ...TOUCHES_NOTHING,
  words: ({ model }, _state, { event: { part, number, state, source, price, days, note } }) => ({
    kind: 'note',
    title: `For ${partName(model, part)}: ${number}`,
    detail: dotted(
      PART_PROVENANCE_WORDS[state],
      source,
      price,
      days === undefined ? '' : `${days} ${days === 1 ? 'day' : 'days'}`,
      note,
    ),
  }),
};
