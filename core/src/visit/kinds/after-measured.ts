import {
  isOverZeroBand,
  keyBeside,
  methodOf,
  outcomesOf,
  type MeasuredOutcome,
  type WalkableStep,
} from '../../procedure';
import type { EventEnvelope, VisitContext, VisitState } from '../record';
import { changedConditions } from '../safety';
import { moved, stepOf, withOutcome } from '../walking';

/** The visit after a measurement came to something: what the chart sets for it, and where it leads. */
export function afterMeasured(
  context: VisitContext,
  state: VisitState,
  event: EventEnvelope & { readonly step: string; readonly method?: string; readonly next: string },
  outcome: MeasuredOutcome,
): VisitState {
  return moved(context, afterOutcome(context, state, event, outcome), event.next);
}

/** A measurement's outcome with what the chart sets for it; an outcome alone never proves a supply dead. */
function afterOutcome(
  context: VisitContext,
  state: VisitState,
  event: EventEnvelope & { readonly step: string; readonly method?: string },
  outcome: MeasuredOutcome,
): VisitState {
  const step = stepOf(context, state, event.step);
  const told = withOutcome(state, event.step, outcome.pattern ?? outcome.verdict, event);
  const noted = cleared(step, told, outcome);
  if (step?.kind !== 'measurement' || !step.sets) return noted;
  const key = keyBeside(
    outcomesOf(step, event.method).branches,
    step.sets,
    outcome,
    isOverZeroBand(methodOf(step, event.method)),
  );
  return key === undefined ? noted : { ...noted, ...changedConditions(noted, step.sets[key], event) };
}

function cleared(step: WalkableStep | undefined, state: VisitState, { verdict }: MeasuredOutcome): VisitState {
  const board = step?.kind === 'measurement' ? step.measure.clearance : undefined;
  if (board === undefined) return state;
  // Shorted is said of a short alone; what only reads otherwise than it should keeps the power off as well.
  const stands = verdict === 'within' ? 'cleared' : verdict === 'shorted' ? 'shorted' : 'unlike';
  return { ...state, clearances: { ...state.clearances, [board]: stands } };
}
