import { TOUCHES_NOTHING, type EventKind } from '../record';
import { moved, withOutcome } from '../walking';

/** The looks were enough; the step is left by what they come to. */
export interface MatrixJudged {
  readonly type: 'matrix-judged';
  readonly step: string;
  readonly pattern: string;
  readonly sentence: string;
  readonly next: string;
}

export const matrixJudged: EventKind<MatrixJudged> = {
  ...TOUCHES_NOTHING,
  apply: (context, state, event) =>
    moved(context, withOutcome(state, event.step, event.pattern, { id: event.id }), event.next),
  words: (_context, _state, { event, step }) => ({
    kind: 'look',
    title: step?.text ?? event.step.replaceAll('-', ' '),
    detail: event.sentence,
  }),
};
