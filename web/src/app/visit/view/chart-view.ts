import { isWalkable, type VisitContext, type VisitState } from '@juxtameter/core';

export interface ChartLine {
  readonly id: string;
  readonly text: string;
  readonly kind: string;
  readonly standing: 'walked' | 'current' | 'ahead';
  /** How it came out, where it was walked. */
  readonly outcome: string;
}

/** The chart as a list: the way walked first in order, the current step, then what is left. */
export function chartLines(context: VisitContext, state: VisitState): readonly ChartLine[] {
  const steps = context.procedures[state.procedure ?? '']?.steps ?? {};
  const walked = [
    ...new Set(
      state.trail.flatMap(({ event, standing }) =>
        standing === 'walked' && 'step' in event && event.step ? [event.step] : [],
      ),
    ),
  ].filter((id) => id !== state.step && state.outcomes[id] !== undefined);
  const seen = new Set([...walked, state.step]);
  const ahead = Object.keys(steps).filter((id) => !seen.has(id));
  const line =
    (standing: ChartLine['standing']) =>
    (id: string): ChartLine[] => {
      const step = steps[id];
      if (!step || !isWalkable(step) || step.kind === 'decide') return [];
      const outcome = standing === 'walked' ? (state.outcomes[id]?.outcome ?? '').replaceAll('-', ' ') : '';
      return [{ id, text: step.text, kind: step.kind, standing, outcome }];
    };
  return [
    ...walked.flatMap(line('walked')),
    ...(state.step ? line('current')(state.step) : []),
    ...ahead.flatMap(line('ahead')),
  ];
}
