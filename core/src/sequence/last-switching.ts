import type { Conditions } from '../procedure';
import type { VisitEvent, VisitState } from '../visit';

/** The event that last switched a supply or a call: what a stopwatch counts from. */
export function lastSwitching(state: VisitState): VisitEvent | undefined {
  const { trail } = state;
  const energy = ({ supplies = {}, calls = {} }: Conditions): string => JSON.stringify([supplies, calls]);
  for (let index = trail.length - 1; index >= 0; index -= 1) {
    const [line, later] = [trail[index], trail[index + 1]?.conditions ?? state.conditions];
    if (line && energy(line.conditions) !== energy(later)) return line.event;
  }
  return undefined;
}
