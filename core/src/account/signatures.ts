import { standingOf, type EventOf, type VisitState } from '../visit';

/** A signature as it stands. */
export interface Signature {
  readonly signed: EventOf<'visit-signed'>;
  /** Entries that were logged since, the closing apart: they were not signed for. */
  readonly since: number;
}

/** The last signature of everybody who signed. */
export function signaturesOf(state: VisitState): readonly Signature[] {
  const last = new Map(standingOf(state, 'visit-signed').map((signed) => [signed.signer, signed]));
  return [...last.values()].map((signed) => {
    const at = state.trail.findIndex(({ event }) => event.id === signed.id);
    const later = state.trail.slice(at + 1).filter(({ event }) => !FORMAL.has(event.type));
    return { signed, since: later.length };
  });
}

/** What says nothing of the machine or of what was done at it. */
const FORMAL: ReadonlySet<string> = new Set(['visit-signed', 'visit-closed']);
