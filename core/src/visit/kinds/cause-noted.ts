import { TOUCHES_NOTHING, type EventKind } from '../record';

/** Why what was found failed. */
export interface CauseNoted {
  readonly type: 'cause-noted';
  /** Id of the finding. */
  readonly finding: string;
  /** Missing where nobody knows, which is an answer as well. */
  readonly cause?: string;
}

export const causeNoted: EventKind<CauseNoted> = {
  ...TOUCHES_NOTHING,
  fallsWith: ({ finding }) => finding,
  words: (_context, _state, { event }) => ({
    kind: 'finding',
    title: event.cause === undefined ? 'Why it failed is not known' : `Why it failed: ${event.cause}`,
  }),
};
