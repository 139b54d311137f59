import { fittedBefore, type History, type Unit } from '@juxtameter/contract';
import { suspicions, type PastVisit, type Suspicion, type UnitModelDocument } from '@juxtameter/core';

/** What is suspicious about a unit, from its file and its earlier visits. */
export function unitSuspicions(
  history: History | undefined,
  unit: Unit,
  model: UnitModelDocument | undefined,
  present: { readonly now: number; readonly visit?: PastVisit },
): readonly Suspicion[] {
  return suspicions(history?.[unit.id] ?? [], fittedBefore(unit, model), present);
}
