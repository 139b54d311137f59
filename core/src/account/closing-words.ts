import { leftWords, standingOf, type VisitState } from '../visit';

/** How a closed visit was left: the machine, what was not named, what stays altered; empty where it is open or nothing was said. */
export function closingWords(state: VisitState): string {
  const closing = standingOf(state, 'visit-closed').at(-1);
  return state.closed && closing ? leftWords(closing) : '';
}
