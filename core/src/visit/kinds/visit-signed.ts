import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Who signs a visit, in the order they usually do. */
export const SIGNERS = ['customer', 'technician'] as const;
export type Signer = (typeof SIGNERS)[number];

export const SIGNER_WORDS: Readonly<Record<Signer, string>> = { customer: 'customer', technician: 'technician' };

/** Somebody signed for what the record says up to here. */
export interface VisitSigned {
  readonly type: 'visit-signed';
  readonly signer: Signer;
  readonly name: string;
  /** The strokes of the hand: x and y in turn, from 0 to 1000 along the longer side of the field. */
  readonly strokes: readonly (readonly number[])[];
}

export const visitSigned: EventKind<VisitSigned> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'mark',
    title: `Signed by ${event.name}`,
    detail: SIGNER_WORDS[event.signer],
  }),
};
