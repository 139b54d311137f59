import { requiredForHands, stateOf, touchesWiring, type ActionStep, type Conditions } from '../../procedure';
import type { Wiring } from '../../unit-model';
import { unmetConditions, type Unmet } from './unmet';

/** What stands between the conditions that hold and an action, where that puts hands to the wiring. */
export function unmetForAction(wiring: Wiring, step: ActionStep, holding: Conditions): readonly Unmet[] {
  const isTouched = touchesWiring(step, ({ group, id, state }) => stateOf(holding, group, id) !== state);
  return isTouched ? unmetForHands(wiring, holding) : [];
}

/** The same for hands that no chart leads. */
export function unmetForHands(wiring: Wiring, holding: Conditions): readonly Unmet[] {
  return unmetConditions(wiring.model, requiredForHands(wiring, holding), holding);
}
