import { boardsMeant, itemOf, partMeant, type UnitModelDocument } from '../unit-model';
import type { TrailLine, VisitContext, VisitState } from '../visit';

/** Boards that were put in on this visit, and where in the log each came last. */
export function renewedBoards({ model }: VisitContext, { trail }: VisitState): ReadonlyMap<string, number> {
  const renewed = new Map<string, number>();
  trail.forEach((line, index) => {
    const meant = new Set(
      namedBy(model, line).flatMap((words) => [partMeant(model, words), ...boardsMeant(model, words)]),
    );
    for (const { id } of model.boards) if (meant.has(id)) renewed.set(id, index);
  });
  return renewed;
}

function namedBy(model: UnitModelDocument, { event, standing, step }: TrailLine): readonly string[] {
  if (standing === 'retracted') return [];
  if (event.type === 'part-fitted') return [event.part];
  if (event.type === 'repair-done') return [...event.items, event.text];
  return event.type === 'action-done' && step?.kind === 'action' && step.fits !== undefined
    ? [itemOf(model, step.fits)]
    : [];
}
