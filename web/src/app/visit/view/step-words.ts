import {
  branchFor,
  conditionEntries,
  conditionName,
  currentStep,
  elementName,
  FUNCTIONS,
  isOverZeroBand,
  longestWayFrom,
  methodOf,
  outcomeKey,
  settle,
  stepOf,
  VERDICT_MEANINGS,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

/** "Step 8 of up to 19 · AC volts". */
export function stepCaption(context: VisitContext, state: VisitState): string {
  const step = currentStep(context, state);
  const procedure = context.procedures[state.procedure ?? ''];
  if (!step || !procedure || state.step === undefined) return '';
  const walked = Object.values(state.walks).reduce((sum, times) => sum + times, 0);
  const most = walked + longestWayFrom(procedure, state.step);
  const method = step.kind === 'measurement' && !step.measure.proofOfDead ? methodOf(step).function : undefined;
  const kind = { action: 'do', observation: 'look', measurement: 'proof of dead', conclusion: 'finding', decide: '' }[step.kind];
  return `Step ${walked + 1} of up to ${most} · ${method ? FUNCTIONS[method].name : kind}`;
}

/** What holds while a step is walked, in few words: "mains on, mist called". */
export function conditionsWords(context: VisitContext, state: VisitState): string {
  const { supplies = {}, calls = {}, connectors = {} } = state.conditions;
  const words = [
    ...Object.entries(supplies).map(([id, held]) => `${id} ${held.replaceAll('-', ' ')}`),
    ...Object.entries(calls).map(([id, held]) => (held === 'on' ? `${id} called` : `no ${id} call`)),
    ...conditionEntries({ connectors }).filter(({ state: held }) => held === 'out').map((entry) => `${conditionName(context.model, entry)} out`),
  ];
  return words.join(', ');
}

export interface VerdictWords {
  readonly verdict: Verdict;
  readonly meaning: string;
  /** What the chart says it points at or clears. */
  readonly points: string;
  /** Where the chart goes from here. */
  readonly next: string;
}

/** What a verdict means at the current step, and where it leads: no more than the chart says. */
export function verdictWords(context: VisitContext, state: VisitState, verdict: Verdict, method?: string): VerdictWords {
  const step = currentStep(context, state);
  if (step?.kind !== 'measurement') return { verdict, meaning: VERDICT_MEANINGS[verdict], points: '', next: '' };
  const overZero = isOverZeroBand(methodOf(step, method));
  const named = (field: 'implicates' | 'clears'): string => {
    const map = step[field] ?? {};
    const key = outcomeKey(map, verdict, overZero);
    return (key === undefined ? [] : (map[key] ?? [])).map((reference) => elementName(context.model, reference)).join(', ');
  };
  const points = [named('implicates') && `Points at: ${named('implicates')}.`, named('clears') && `Clears: ${named('clears')}.`].filter(Boolean).join(' ');
  const target = branchFor(step.branches, verdict, overZero);
  const at = target === undefined ? undefined : settle(context, state, target);
  const next = at === undefined ? '' : (stepOf(context, state, at)?.text ?? '');
  return { verdict, meaning: VERDICT_MEANINGS[verdict], points, next };
}
