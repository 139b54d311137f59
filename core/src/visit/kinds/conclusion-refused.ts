import { TOUCHES_NOTHING, type EventKind } from '../record';
import { moved, withOutcome } from '../walking';

/** Somebody does not agree with what a chart comes to, and says why: nothing is named by it. */
export interface ConclusionRefused {
  readonly type: 'conclusion-refused';
  readonly step: string;
  readonly reason: string;
  /** Where the chart goes on. */
  readonly next: string;
}

export const conclusionRefused: EventKind<ConclusionRefused> = {
  ...TOUCHES_NOTHING,
  apply: (context, state, event) =>
    moved(context, withOutcome(state, event.step, 'refused', { id: event.id }), event.next),
  words: (_context, _state, { event, step }) => ({
    kind: 'mark',
    title: `Not agreed: ${step?.text ?? event.step.replaceAll('-', ' ')}`,
    detail: event.reason,
  }),
};
