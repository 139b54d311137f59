import { believedAtStart } from '../../procedure';
import { isFreeChart, settle, stepTitle } from '../walking';
import { changedConditions } from '../safety';
import type { EventKind, VisitContext } from '../record';

export interface ProcedureStarted {
  readonly type: 'procedure-started';
  readonly procedure: string;
  readonly start: string;
  /** Why it was begun there, in words. */
  readonly because?: readonly string[];
  /** Steps of the way from the chart's start that were passed over. */
  readonly skipped?: readonly string[];
}

export const procedureStarted: EventKind<ProcedureStarted> = {
  apply(context, state, event) {
    const given = context.procedures[event.procedure]?.given;
    const started = { ...state, procedure: event.procedure, outcomes: {}, walks: {} };
    const told = {
      ...started,
      ...changedConditions(started, given && believedAtStart(given, state.conditions), event),
    };
    return { ...told, step: settle(context, told, event.start) };
  },
  supplies: ({ procedures }, _state, { event }) => Object.keys(procedures[event.procedure]?.given?.supplies ?? {}),
  refersTo: ({ procedure, start }) => [
    { field: 'procedure', to: 'chart', id: procedure },
    { field: 'start', to: 'step', id: start },
  ],
  words: (context, _state, { event }) => ({
    kind: 'mark',
    title: isFreeChart(event.procedure)
      ? 'Without a chart'
      : `Chart: ${context.procedures[event.procedure]?.title ?? event.procedure}`,
    detail: (event.because ?? []).join(' '),
    more: skippedWords(context, event),
  }),
};

/** Beginning in the middle says what was passed over. */
function skippedWords(context: VisitContext, { procedure, skipped = [] }: ProcedureStarted): readonly string[] {
  if (skipped.length === 0) return [];
  const steps = context.procedures[procedure]?.steps ?? {};
  const titles = skipped.map((id) => stepTitle(steps, id));
  return [`Begun in the middle; passed over and so not proven: ${titles.join(' · ')}`];
}
