import { referencesOf, unknownReferences, type Reference, type VisitContext, type VisitEvent } from '@juxtameter/core';
import type { PinnedDocuments } from '@juxtameter/contract';
import type { FieldProblem } from '@juxtameter/contract/check';

/** What an event names and the visit's pinned documents do not have. */
export function referenceProblems(
  context: VisitContext,
  { unit }: PinnedDocuments,
  event: VisitEvent,
  path: string,
): FieldProblem[] {
  const otherUnits = referencesOf(event).filter(({ to, id }: Reference) => to === 'unit' && id !== unit.id);
  return [...otherUnits, ...unknownReferences(context, event)].map(({ field, to }) => ({
    path: `${path}.${field}`,
    message: `names a ${to} this visit does not have`,
  }));
}
