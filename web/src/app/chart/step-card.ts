import {
  edgesOf,
  END,
  FUNCTIONS,
  isWalkable,
  methodOf,
  resolveExpectation,
  shouldWords,
  stepOf,
  terminalLabel,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** A step of the chart to be read: what it asks, how it came out, where each outcome would lead. */
export interface StepCard {
  readonly id: string;
  readonly text: string;
  readonly detail: string;
  readonly why: string;
  readonly measure: string;
  readonly outcome: string;
  readonly ways: readonly { readonly outcome: string; readonly to: string; readonly text: string }[];
}

/** Undefined for what is no step to read: the end, or a kind that cannot be walked yet. */
export function stepCard(context: VisitContext, state: VisitState, id: string): StepCard | undefined {
  const step = stepOf(context, state, id);
  if (!step) return undefined;
  const words = (to: string): string => (to === END ? 'the end' : (stepOf(context, state, to)?.text ?? to));
  return {
    id,
    text: step.text ?? `Decided by "${step.kind === 'decide' ? step.on : id}"`,
    detail: step.kind === 'decide' ? '' : (step.detail ?? ''),
    why: step.kind === 'decide' ? '' : (step.why ?? ''),
    measure: measureWords(context, state, id),
    outcome: (state.outcomes[id]?.outcome ?? '').replaceAll('-', ' '),
    ways: edgesOf(id, step).map(({ outcome, to }) => ({
      outcome: outcome.replaceAll('-', ' '),
      to,
      text: words(to),
    })),
  };
}

function measureWords(context: VisitContext, state: VisitState, id: string): string {
  const step = stepOf(context, state, id);
  if (!step || !isWalkable(step) || step.kind !== 'measurement') return '';
  if (step.measure.proofOfDead) return `Proof of dead: ${step.measure.proofOfDead.join(', ')}`;
  const { function: measured, from, to, expect } = methodOf(step);
  if (measured === undefined || from === undefined || to === undefined) return '';
  const points = `${terminalLabel(context.model, from)} to ${terminalLabel(context.model, to)}`;
  const should = shouldWords(resolveExpectation(expect ?? { kind: 'unknown' }, measured), measured);
  return `${FUNCTIONS[measured].name}, ${points}: should be ${should}`;
}
