import { isFreeVisit, powersUp } from '../reading';
import type { VisitContext, VisitState } from '../record';
import { currentStep } from '../walking';

/** What a visit shows when nobody has asked for something else: looking first, free readings, or the step it stands at. */
export type RestingPlace = 'look' | 'free' | 'step';

/** A visit without a chart rests at its free readings, except in the middle of proving the machine dead. */
export function restingPlace(context: VisitContext, state: VisitState): RestingPlace {
  if (state.procedure === undefined) return 'look';
  return isFreeVisit(state) && !isProving(context, state) ? 'free' : 'step';
}

/** The other energy state one may go to in a visit without a chart; undefined where there is none to go to. */
export function energyAhead(context: VisitContext, state: VisitState): 'isolate' | 'energise' | undefined {
  const step = currentStep(context, state);
  if (!isFreeVisit(state) || !step) return undefined;
  return step.kind === 'action' && powersUp(step) ? 'energise' : 'isolate';
}

/** Once begun, a proof of dead is not left lying: its steps cannot be passed over. */
function isProving(context: VisitContext, state: VisitState): boolean {
  const step = currentStep(context, state);
  return step !== undefined && step.kind !== 'decide' && step.skippable === false;
}
