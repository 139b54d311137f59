import { ANY_UNIT_MODEL, FREE_UNIT_MODEL } from '@juxtameter/core/first';

/** True for a unit without a unit model. */
export function isFreeUnit(unit: { readonly unitModel: string }): boolean {
  return unit.unitModel === FREE_UNIT_MODEL;
}

/** A procedure that charts of any unit model may call; nobody begins with it. */
export function isGeneral({ unitModel }: { readonly unitModel: string }): boolean {
  return unitModel === ANY_UNIT_MODEL;
}

/** Charts a visit to a unit of this model is pinned to, with the general procedures they may call. */
export function isPinnedWith(procedure: { readonly unitModel: string }, unitModel: string): boolean {
  return procedure.unitModel === unitModel || isGeneral(procedure);
}
