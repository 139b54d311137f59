import { proofsRevoked } from '../safety';
import type { EventKind } from '../record';
import { nothingKnown } from './visit-reopened';

/** The visit goes on another day: a part has to come, somebody is not there. */
export interface VisitPaused {
  readonly type: 'visit-paused';
  /** What it waits for. */
  readonly reason: string;
  /** The day it is looked at again, as 2026-12-01. */
  readonly until?: string;
}

export const visitPaused: EventKind<VisitPaused> = {
  apply: (_context, state) => nothingKnown(proofsRevoked(state)),
  words: (_context, _state, { event: { reason, until } }) => ({
    kind: 'energy',
    title: `Paused, waits for: ${reason}${until === undefined ? '' : `, until ${until}`}`,
    detail: 'Nobody is at the machine: nothing counts as proven dead, every supply is unknown',
  }),
};
