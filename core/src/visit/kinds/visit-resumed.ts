import type { EventKind } from '../record';
import { proofsRevoked, PROOF_LASTS_SECONDS } from '../safety';

/** The visit was taken up again after a pause; long ones revoke every proof of dead. */
export interface VisitResumed {
  readonly type: 'visit-resumed';
  /** Seconds by the wall clock since the last event; negative when the clock went backwards. */
  readonly awaySeconds: number;
}

export const visitResumed: EventKind<VisitResumed> = {
  undo: 'never',
  apply: (_context, state, { awaySeconds }) =>
    awaySeconds >= 0 && awaySeconds < PROOF_LASTS_SECONDS ? state : proofsRevoked(state),
  words: () => ({ kind: 'energy', title: 'Taken up again after a pause: nothing counts as proven dead' }),
};
