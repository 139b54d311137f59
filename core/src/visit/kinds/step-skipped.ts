import { TOUCHES_NOTHING, type EventKind } from '../record';
import { moved, withOutcome } from '../walking';
import { spoken } from './words';

/** A step was passed over: it leads on and proves nothing. */
export interface StepSkipped {
  readonly type: 'step-skipped';
  readonly step: string;
  readonly how: 'skipped' | 'not-applicable' | 'cannot-do';
  readonly reason: string;
  readonly next: string;
}

export const stepSkipped: EventKind<StepSkipped> = {
  ...TOUCHES_NOTHING,
  apply: (context, state, event) =>
    moved(context, withOutcome(state, event.step, 'within', { id: event.id }, true), event.next),
  words: (_context, _state, { event, step }) => ({
    kind: 'look',
    title: step?.text ?? event.step.replaceAll('-', ' '),
    detail: [spoken(event.how), event.reason].filter(Boolean).join(': '),
  }),
};
