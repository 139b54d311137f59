import type { Verdict } from '../../verdict';
import type { EventKind } from '../record';
import { suppliesOfStep } from '../safety';
import { afterMeasured } from './after-measured';

/** A reading too close to call is taken for one side, by somebody's decision. */
export interface UndecidedAccepted {
  readonly type: 'undecided-accepted';
  readonly step: string;
  /** Id of the reading. */
  readonly reading: string;
  readonly verdict: Verdict;
  readonly next: string;
}

export const undecidedAccepted: EventKind<UndecidedAccepted> = {
  apply: (context, state, event) => afterMeasured(context, state, event, { verdict: event.verdict }),
  supplies: (_context, _state, { step }) => suppliesOfStep(step),
  disturbsProof: () => false,
  words: (_context, _state, { event, step }) => ({
    kind: 'look',
    title: step?.text ?? event.step,
    detail: `undecided, taken as ${event.verdict}`,
    verdict: event.verdict,
  }),
};
