import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { moved, withOutcome } from '../walking';
import { dotted, spoken } from './words';

/** How a look was come by, where it was not one's own. */
const KNOWN: Readonly<Record<Grade, string>> = {
  measured: '',
  observed: '',
  reported: 'told, not seen',
  assumed: 'assumed, not seen',
  inferred: 'concluded, not seen',
};

export interface ObservationMade {
  readonly type: 'observation-made';
  readonly step: string;
  readonly answer: string;
  readonly next: string;
  /** `observed` when missing. */
  readonly grade?: Grade;
}

export const observationMade: EventKind<ObservationMade> = {
  ...TOUCHES_NOTHING,
  apply: (context, state, event) =>
    moved(context, withOutcome(state, event.step, event.answer, { id: event.id }), event.next),
  words(_context, _state, { event, step }) {
    const answer = step?.kind === 'observation' ? step.answers[event.answer] : undefined;
    const words = typeof answer === 'object' && answer.text ? answer.text : spoken(event.answer);
    return {
      kind: 'look',
      title: step?.text ?? event.step.replaceAll('-', ' '),
      detail: dotted(words, KNOWN[event.grade ?? 'observed']),
    };
  },
};
