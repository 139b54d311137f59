import { visitContext, type KindDocuments } from '@juxtameter/contract';
import type { VisitContext } from '@juxtameter/core';

/**
 * What a kind of unit and its charts are read with where there is no visit: a unit with nothing of its own.
 * @param chart a general chart that is read for itself, as one of this kind
 */
export function readContext({ unitModel, procedures }: KindDocuments, chart?: string): VisitContext {
  const { id, name } = unitModel;
  return visitContext({
    unit: { id, site: id, name, unitModel: id },
    site: { id, name },
    unitModel,
    procedures: procedures.map((each) => (each.id === chart ? { ...each, unitModel: id } : each)),
    meters: [],
  });
}
