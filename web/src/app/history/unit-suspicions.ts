import { fittedBefore, type History, type Unit } from '@juxtameter/contract';
import { localDay } from '../look/local-day';
import { suspicions, type PastVisit, type Sister, type Suspicion, type UnitModelDocument } from '@juxtameter/core';

/** What is suspicious about a unit, from its file and its earlier visits, and from its like at the same site. */
export function unitSuspicions(
  history: History | undefined,
  unit: Unit,
  model: UnitModelDocument | undefined,
  present: { readonly now: number; readonly visit?: PastVisit },
  units: readonly Unit[] = [],
): readonly Suspicion[] {
  const sisters = units
    .filter(({ id, site, unitModel }) => id !== unit.id && site === unit.site && unitModel === unit.unitModel)
    .map((each): Sister => ({
      name: each.name,
      past: history?.[each.id] ?? [],
      parts: fittedBefore(each, model),
    }));
  const today = localDay(new Date(present.now));
  return suspicions(history?.[unit.id] ?? [], fittedBefore(unit, model), { ...present, today, sisters });
}
