import { END, referencesOf, settingOf, type Reference, type VisitContext, type VisitEvent } from '@juxtameter/core';
import type { FieldProblem, PinnedDocuments } from '@juxtameter/contract';

/** What an event names and the visit's pinned documents do not have. */
export function referenceProblems(
  context: VisitContext,
  pinned: PinnedDocuments,
  event: VisitEvent,
  path: string,
): FieldProblem[] {
  return referencesOf(event)
    .filter(({ to, id }) => !IS_KNOWN[to](context, pinned, id))
    .map(({ field, to }) => ({ path: `${path}.${field}`, message: `names a ${to} this visit does not have` }));
}

type IsKnown = (context: VisitContext, pinned: PinnedDocuments, id: string) => boolean;

const isAmong = (id: string, list: readonly { readonly id: string }[] = []): boolean =>
  list.some((each) => each.id === id);

const IS_KNOWN: Readonly<Record<Reference['to'], IsKnown>> = {
  unit: (_context, { unit }, id) => unit.id === id,
  chart: ({ procedures }, _pinned, id) => Object.hasOwn(procedures, id),
  step: ({ procedures }, _pinned, id) =>
    id === END || Object.values(procedures).some(({ steps }) => Object.hasOwn(steps, id)),
  supply: ({ model }, _pinned, id) => isAmong(id, model.supplies),
  call: ({ model }, _pinned, id) => isAmong(id, model.calls),
  sequence: ({ model }, _pinned, id) => isAmong(id, model.sequences),
  recipe: ({ model }, _pinned, id) => isAmong(id, model.recipes),
  setting: ({ model }, _pinned, id) => settingOf(model, id) !== undefined,
  board: ({ model }, _pinned, id) => isAmong(id, model.boards),
  meter: ({ meters }, _pinned, id) => Object.hasOwn(meters, id),
};
