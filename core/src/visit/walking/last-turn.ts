import { stateOf, type ConditionGroup, type Conditions } from '../../procedure';
import type { VisitState } from '../record';

/** Wall time of the event that last brought a condition into a state; with `before` only out of that one. */
export function lastTurn(
  state: Pick<VisitState, 'trail' | 'conditions'>,
  group: ConditionGroup,
  id: string,
  into: string,
  before?: string,
): number | undefined {
  const { trail } = state;
  const at = (conditions: Conditions | undefined): string => stateOf(conditions ?? {}, group, id);
  for (let index = trail.length - 1; index >= 0; index -= 1) {
    const [earlier, later] = [at(trail[index]?.conditions), at(trail[index + 1]?.conditions ?? state.conditions)];
    if (later !== into || earlier === into || (before !== undefined && earlier !== before)) continue;
    return Date.parse(trail[index]?.event.at ?? '');
  }
  return undefined;
}
