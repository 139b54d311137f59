import { isFedElsewhere, unwatched } from '../../procedure';
import type { VisitState } from '../record';

/**
 * While something is fed from the bench or the like nothing is known to be dead: neither by what was or is proven at the
 * machine's own supplies, nor by a plug that is out, whichever came first.
 */
export function fedElsewhere(state: VisitState): VisitState {
  const { conditions } = state;
  const held = Object.values(conditions.supplies ?? {});
  if (!isFedElsewhere(conditions) || !held.some((each) => each === 'proven-dead' || each === 'plug-out')) return state;
  return { ...state, conditions: { ...conditions, supplies: unwatched(conditions.supplies ?? {}) } };
}
