import { verdictWord, type JointJudgement, type Verdict } from '../../verdict';
import { measuredOutcome, type EventKind } from '../record';
import { suppliesOfStep } from '../safety';
import { afterMeasured } from './after-measured';

/** A reading too close to call is taken for one side, by somebody's decision. */
export interface UndecidedAccepted {
  readonly type: 'undecided-accepted';
  readonly step: string;
  /** How the reading was taken. */
  readonly method?: string;
  /** Id of the reading. */
  readonly reading: string;
  readonly verdict: Verdict;
  /** What the set came to with that, where the reading is a part of one and no other is left open. */
  readonly joint?: JointJudgement;
  /** Where it leads; missing while other parts of the set are too close to call. */
  readonly next?: string;
}

export const undecidedAccepted: EventKind<UndecidedAccepted> = {
  apply(context, state, event) {
    const { next, verdict, joint } = event;
    if (next === undefined) return state;
    return afterMeasured(context, state, { ...event, next }, measuredOutcome({ judgement: { verdict }, joint }));
  },
  supplies: (_context, _state, { step }) => suppliesOfStep(step),
  disturbsProof: () => false,
  fallsWith: ({ reading }) => reading,
  words: (_context, _state, { event, step }) => ({
    kind: 'look',
    title: step?.text ?? event.step.replaceAll('-', ' '),
    detail: `undecided, taken as ${verdictWord(event.verdict)}`,
    verdict: event.joint?.verdict ?? event.verdict,
    ...(event.joint ? { more: [event.joint.sentence] } : {}),
  }),
};
