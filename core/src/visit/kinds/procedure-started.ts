import { believedAtStart } from '../../procedure';
import { isChartEnded, isFreeChart, settle, stepTitle } from '../walking';
import { changedConditions } from '../safety';
import type { EventKind, VisitContext, VisitState } from '../record';

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
    const { chartLeft: left, ...rest } = state;
    const isBack = left?.procedure === event.procedure && left.step === event.start;
    const { outcomes, walks } = isBack ? left : NOTHING_WALKED;
    const started = { ...rest, ...leaving(state, event), procedure: event.procedure, outcomes, walks };
    const told = {
      ...started,
      // What its author believes of the beginning says nothing of the middle.
      ...changedConditions(started, given && !isBack ? believedAtStart(given, state.conditions) : undefined, event),
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

const NOTHING_WALKED: Pick<VisitState, 'outcomes' | 'walks'> = { outcomes: {}, walks: {} };

/** A chart that is left for the one that only proves dead is not over. */
function leaving(state: VisitState, { procedure }: ProcedureStarted): Pick<VisitState, 'chartLeft'> {
  if (!isFreeChart(procedure)) return {};
  if (isFreeChart(state.procedure)) return state.chartLeft ? { chartLeft: state.chartLeft } : {};
  const { procedure: left, step, outcomes, walks } = state;
  return left === undefined || step === undefined || isChartEnded(state)
    ? {}
    : { chartLeft: { procedure: left, step, outcomes, walks } };
}

/** Beginning in the middle says what was passed over. */
function skippedWords(context: VisitContext, { procedure, skipped = [] }: ProcedureStarted): readonly string[] {
  if (skipped.length === 0) return [];
  const steps = context.procedures[procedure]?.steps ?? {};
  const titles = skipped.map((id) => stepTitle(steps, id));
  return [`Begun in the middle; passed over and so not proven: ${titles.join(' · ')}`];
}
