import { elementName, isKnownElement, type UnitModelDocument } from '../../unit-model';
import { standingOf, type Grade, type VisitState } from '../record';

/** The first letter large. */
export function capital(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** An id as one says it: "dry-run" is "dry run". */
export function spoken(id: string): string {
  return id.replaceAll('-', ' ');
}

/** How it was come by, where that is not the usual way. */
export function graded(grade: Grade): string {
  return grade === 'measured' || grade === 'observed' ? '' : grade;
}

/** The parts that say something, with a dot between them. */
export function dotted(...words: readonly (string | undefined)[]): string {
  return words.filter(Boolean).join(' · ');
}

export function startsWords(started: readonly string[]): string {
  return started.length > 0 ? `may start: ${started.join(', ')}` : '';
}

/** An element by its name, anything else in the words it has. */
export function partName(model: UnitModelDocument, part: string): string {
  return isKnownElement(model, part) ? elementName(model, part) : part;
}

/** The number of a part that was offered. */
export function offeredNumber(state: Pick<VisitState, 'trail'>, offer: string): string {
  return standingOf(state, 'part-offered').find(({ id }) => id === offer)?.number ?? 'a part';
}
