import { leftWords, standingOf, type VisitState } from '../visit';

/**
 * How a closed visit was left: the machine, what was not named, what stays altered; of one whose closing does not hold,
 * over what. Empty where it is open or nothing was said.
 */
export function closingWords(state: VisitState): string {
  if (state.closingUndone) return closingUndoneWords(state.closingUndone);
  const closing = standingOf(state, 'visit-closed').at(-1);
  return state.closed && closing ? leftWords(closing) : '';
}

/** "The closing does not hold: Jumper in: FS1·1 to FS1·2". */
export function closingUndoneWords(over: readonly string[]): string {
  return `The closing does not hold: ${over.join('; ')}`;
}
