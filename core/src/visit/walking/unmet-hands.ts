import {
  conditionsDuring,
  requiredForHands,
  stateOf,
  touchesWiring,
  type ActionStep,
  type Conditions,
  type ObservationStep,
} from '../../procedure';
import type { Wiring } from '../../unit-model';
import { unmetConditions, type Unmet } from './unmet';

/** What stands between the conditions that hold and an action, where that puts hands to the wiring. */
export function unmetForAction(wiring: Wiring, step: ActionStep, holding: Conditions): readonly Unmet[] {
  const isTouched = touchesWiring(step, ({ group, id, state }) => stateOf(holding, group, id) !== state);
  return [...unmetForStep(wiring, step, holding), ...(isTouched ? unmetForHands(wiring, holding) : [])];
}

/** What has to hold before an action is done or a look says anything, and does not. */
export function unmetForStep(
  wiring: Wiring,
  step: ActionStep | ObservationStep,
  holding: Conditions,
): readonly Unmet[] {
  return unmetConditions(wiring.model, step.requires ?? {}, conditionsDuring(step, holding));
}

/** The same for hands that no chart leads. */
export function unmetForHands(wiring: Wiring, holding: Conditions): readonly Unmet[] {
  return unmetConditions(wiring.model, requiredForHands(wiring, holding), holding);
}
