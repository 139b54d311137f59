import { ANY_UNIT_MODEL, compileProcedure, readMeter, VisitContext } from '@juxtameter/core';
import type { PinnedDocuments } from './api';

/** The documents a visit is replayed with, out of those it was pinned to; its charts as they are walked. */
export function visitContext(pinned: PinnedDocuments): VisitContext {
  const { options, wireColours } = pinned.unit;
  const generals = pinned.procedures.filter(isGeneral);
  const charts = pinned.procedures.filter((each) => !isGeneral(each));
  return new VisitContext({
    ...(options ? { options } : {}),
    ...(wireColours ? { wireColours } : {}),
    model: pinned.unitModel,
    procedures: Object.fromEntries(
      charts.map((each) => [each.id, compileProcedure(each, pinned.unitModel, generals, options)]),
    ),
    meters: Object.fromEntries(pinned.meters.map((each) => [each.id, readMeter(each)])),
  });
}

/** A procedure that charts of any unit model may call; nobody begins with it. */
export function isGeneral({ unitModel }: { readonly unitModel: string }): boolean {
  return unitModel === ANY_UNIT_MODEL;
}

/** Charts a visit to a unit of this model is pinned to, with the general procedures they may call. */
export function isPinnedWith(procedure: { readonly unitModel: string }, unitModel: string): boolean {
  return procedure.unitModel === unitModel || isGeneral(procedure);
}
