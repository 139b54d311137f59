import { derivedHazards, standingOf, type PastVisit, type VisitContext, type VisitState } from '@juxtameter/core';

/** What can hurt at a unit, and where. */
export interface Hazard {
  readonly kind: string;
  readonly where: string;
  readonly note?: string;
}

/**
 * Of the unit's file, as noted on this and earlier visits, of the unit model, and what its wiring list says by itself
 * where nobody has written it down.
 */
export function hazardsHere(
  context: VisitContext | undefined,
  visit: VisitState,
  told: string | undefined,
  earlier: readonly PastVisit[],
): readonly Hazard[] {
  const model = context?.model;
  const written = new Set((model?.hazards ?? []).map(({ kind }) => kind));
  return [
    ...(told === undefined ? [] : [{ kind: 'this unit', where: told }]),
    ...standingOf(visit, 'hazard-noted'),
    // A device may keep a history from before hazards were noted.
    ...earlier.flatMap((past) => (past as Partial<PastVisit>).hazards ?? []),
    ...(model?.hazards ?? []),
    ...(model ? derivedHazards(model).filter(({ kind }) => !written.has(kind)) : []),
  ];
}
