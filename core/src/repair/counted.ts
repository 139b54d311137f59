import type { VisitContext, VisitState } from '../visit';
import { notAsBuilt, withoutPower } from './as-it-stood';
import type { CheckAnswer, CheckState, Demand } from './check';
import type { Intervention } from './interventions';

/** What the answers to a check come to. */
export interface Counted {
  readonly state: CheckState;
  readonly doubts: readonly string[];
  readonly answer?: CheckAnswer;
}

/**
 * What is left of the answers once they are held against the record. A pass counts after the last change at the machine
 * alone, with nothing bypassed and with power; a failure stands until something was changed that may have cured it,
 * whatever was seen to work since: it comes and goes then. Less in the record never makes more of a pass.
 */
export function counted(
  context: VisitContext,
  state: VisitState,
  interventions: readonly Intervention[],
  answers: readonly CheckAnswer[],
  demand: Demand,
): Counted {
  const inOrder = [...answers].sort((a, b) => a.index - b.index);
  const answer = inOrder.at(-1);
  if (!answer) return { state: 'open', doubts: [] };
  const cured = interventions.findLast(({ mayCure }) => mayCure)?.index ?? -1;
  const failure = inOrder.findLast(({ result }) => result === 'failed');
  if (failure && failure.index > cured) {
    const stands = failure.isOrigin ? 'open' : 'failed';
    if (failure === answer) return { state: stands, doubts: [], answer };
    const since =
      answer.result === 'passed' ? 'it comes and goes, until something is found that cures it' : 'it stands';
    return { state: stands, doubts: [`It failed before, and nothing was changed since: ${since}.`], answer: failure };
  }
  switch (answer.result) {
    case 'failed':
      return { state: 'open', doubts: ['It failed; something was changed since: look again.'], answer };
    case 'unclear':
      return { state: 'open', doubts: [answer.reason ?? 'What was seen says nothing.'], answer };
    case 'postponed':
    case 'not-applicable':
      return (answer.reason ?? '').trim() === ''
        ? { state: 'open', doubts: ['It says no reason.'], answer }
        : { state: answer.result, doubts: [], answer };
    case 'passed': {
      const doubts = doubtsOfPass(context, state, interventions, answer, demand);
      return { state: doubts.length === 0 ? 'passed' : 'open', doubts, answer };
    }
  }
}

function doubtsOfPass(
  context: VisitContext,
  state: VisitState,
  interventions: readonly Intervention[],
  { index }: CheckAnswer,
  demand: Demand,
): readonly string[] {
  const later = interventions.findLast((each) => each.index >= index && voids(each, demand));
  const changed = later ? [`It was seen before a change: ${later.words}.`] : [];
  if (demand === 'function')
    return [...changed, ...notAsBuilt(context, state, index), ...withoutPower(context, state, index)];
  return demand === 'told' ? [...changed, ...notAsBuilt(context, state, index, true)] : changed;
}

function voids({ isRenewal }: Intervention, demand: Demand): boolean {
  return demand === 'function' || (demand !== 'lasting' && isRenewal);
}
