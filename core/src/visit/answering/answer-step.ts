import { END, targetStep, type ActionStep, type WalkableStep } from '../../procedure';
import { bypassRefusal, REFUSALS } from '../../unit-model';
import { draftFinding } from '../evidence';
import { enterReading, matrixJudged, powersUp, waivePart } from '../reading';
import type { Verdict } from '../../verdict';
import type { VisitContext, VisitState } from '../record';
import { powerUpRefusal } from '../safety';
import { passTarget, undecidedHere, type UndecidedHere } from '../standing';
import { currentStep, unmetForAction, unmetForStep } from '../walking';
import { PASSING_REASONS, refused, taken, type Answer, type Answered } from './answer';
import { answerMatrix } from './answer-matrix';

/**
 * Answers the step a visit stands at. Pure: what it comes to is an event for the log, or the reason why it cannot be
 * taken. Whoever answers is refused the same: a forbidden jumper, power on a board that is not cleared.
 */
export function answerStep(context: VisitContext, state: VisitState, answer: Answer): Answered {
  const step = currentStep(context, state);
  const id = state.step;
  if (!step || id === undefined) return refused('The visit stands at no step.');
  switch (answer.kind) {
    case 'done':
      return done(context, state, step);
    case 'disagreed':
      return disagreed(step, id, answer.reason);
    case 'seen':
      return seen(context, state, step, answer);
    case 'read': {
      const entered = enterReading(context, state, answer);
      return entered.outcome === 'error' ? refused(entered.message, entered.accepted) : entered;
    }
    case 'accepted':
      return accepted(context, state, step, id, answer);
    case 'waived': {
      const waived = waivePart(context, state, answer.reason);
      return waived ? taken(waived) : refused('Only a part of a clearance is waived, with its reason.');
    }
    case 'jumper':
    case 'looked':
      return answerMatrix(context, state, answer);
    case 'passed':
      return passed(step, id, answer);
  }
}

function done(context: VisitContext, state: VisitState, step: WalkableStep): Answered {
  const id = state.step ?? '';
  switch (step.kind) {
    case 'action': {
      const refusal = actionRefusal(context, state, step);
      return refusal === undefined ? taken({ type: 'action-done', step: id, next: step.next }) : refused(refusal);
    }
    case 'conclusion': {
      const finding = draftFinding(context, state);
      return finding ? taken(finding) : refused(`"${id}" has no finding to agree to.`);
    }
    case 'matrix': {
      const judged = matrixJudged(context, state);
      return judged ? taken(judged) : refused(`"${id}" needs more looks.`);
    }
    default:
      return refused(`"${id}" is not done, it is answered.`);
  }
}

function disagreed(step: WalkableStep, id: string, reason: string): Answered {
  if (step.kind !== 'conclusion') return refused(`"${id}" is no conclusion: there is nothing to disagree with.`);
  const why = reason.trim();
  if (why === '')
    return refused('Say why you do not agree.', ['the customer has no access', 'the part was changed last week']);
  return taken({ type: 'conclusion-refused', step: id, reason: why, next: step.next ?? END });
}

/** Why an action must not be carried out as things stand, in one sentence. */
function actionRefusal(context: VisitContext, state: VisitState, step: ActionStep): string | undefined {
  const forbidden = step.bypass && bypassRefusal(context.wiring, step.bypass);
  return (
    forbidden ?? (powersUp(step) ? powerUpRefusal(context, state) : undefined) ?? handsRefusal(context, state, step)
  );
}

function handsRefusal(context: VisitContext, state: VisitState, step: ActionStep): string | undefined {
  const first = unmetForStep(context.wiring, step, state.conditions);
  if (first.length > 0) return REFUSALS.notYet(first.map(({ words }) => words));
  const unmet = unmetForAction(context.wiring, step, state.conditions);
  return unmet.length === 0 ? undefined : REFUSALS.handsOff(unmet.map(({ words }) => words));
}

function seen(
  { wiring }: VisitContext,
  state: VisitState,
  step: WalkableStep,
  { answer, grade }: Extract<Answer, { kind: 'seen' }>,
): Answered {
  const id = state.step ?? '';
  if (step.kind !== 'observation') return refused(`"${id}" is nothing to look at.`);
  const target = Object.hasOwn(step.answers, answer) ? step.answers[answer] : undefined;
  if (target === undefined) return refused(`"${answer}" is no answer of "${id}".`, Object.keys(step.answers));
  if (step.skippable === false && grade === 'assumed') return refused(REFUSALS.safetyLook(id));
  // What is assumed was not looked at: it says nothing either way.
  const unmet = grade === 'assumed' ? [] : unmetForStep(wiring, step, state.conditions);
  if (unmet.length > 0) return refused(REFUSALS.notYet(unmet.map(({ words }) => words)));
  return taken({
    type: 'observation-made',
    step: id,
    answer,
    next: targetStep(target),
    ...(grade === undefined ? {} : { grade }),
  });
}

function accepted(
  context: VisitContext,
  state: VisitState,
  step: WalkableStep,
  id: string,
  { verdict }: Extract<Answer, { kind: 'accepted' }>,
): Answered {
  const here = step.kind === 'measurement' ? undecidedHere(context, state, step) : undefined;
  if (!here) return refused(`No reading of "${id}" is undecided.`);
  const side = verdict ?? sideOfMiddle(here);
  const choice = here.choices.find((each) => each.verdict === side);
  if (!choice)
    return refused(
      `the chart has no way on from "${side}".`,
      here.choices.map((each) => each.verdict),
    );
  const { id: reading, method } = here.event;
  return taken({
    type: 'undecided-accepted',
    step: id,
    ...(method === undefined ? {} : { method }),
    reading,
    ...choice,
  });
}

function sideOfMiddle({ choices, event: { judgement, expectation } }: UndecidedHere): Verdict {
  // A set that is too close to call as a whole passes by nobody's figure.
  if (choices.some(({ verdict }) => verdict === 'unbalanced')) return 'unbalanced';
  const { value = 0 } = judgement;
  const { low = -Infinity, high = Infinity } = expectation ?? {};
  if (value < low) return choices.some(({ verdict }) => verdict === 'low') ? 'low' : 'high';
  return value > high ? 'high' : 'within';
}

/** A step that is passed over proves nothing; one that keeps somebody safe is not passed over. */
function passed(step: WalkableStep, id: string, { how, reason }: Extract<Answer, { kind: 'passed' }>): Answered {
  if (step.kind !== 'decide' && step.skippable === false) return refused(REFUSALS.safetyStep(id));
  const next = passTarget(step, how);
  if (next === undefined) return refused(`"${id}" cannot be passed over.`);
  const why = reason.trim();
  // What does not apply says so itself; anything else leaves a hole, and the record has to say what made it.
  if (why === '' && how !== 'not-applicable') return refused('Say what stands in the way.', PASSING_REASONS);
  return taken({ type: 'step-skipped', step: id, how, reason: why, next });
}
