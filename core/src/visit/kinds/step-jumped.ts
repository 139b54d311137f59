import { TOUCHES_NOTHING, type EventKind } from '../record';
import { moved, stepTitle } from '../walking';

/** The technician went to another step of the chart. */
export interface StepJumped {
  readonly type: 'step-jumped';
  readonly to: string;
  readonly reason?: string;
}

export const stepJumped: EventKind<StepJumped> = {
  ...TOUCHES_NOTHING,
  apply: (context, state, event) => (state.procedure === undefined ? state : moved(context, state, event.to)),
  refersTo: ({ to }) => [{ field: 'to', to: 'step', id: to }],
  words: (context, _state, { event, chart }) => ({
    kind: 'mark',
    title: `To: ${stepTitle(context.procedures[chart ?? '']?.steps, event.to)}`,
    detail: event.reason ?? '',
  }),
};
