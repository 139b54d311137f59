import { problemError, type Problem } from '../../unit-model';
import { isWalkable, type ProcedureDocument } from '../procedure-document';

/** A conclusion that accuses names what it accuses. */
export function lintConclusions(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step) || step.kind !== 'conclusion') return [];
    const accuses = step.class !== 'none' && step.class !== 'open';
    return accuses && step.item === undefined
      ? [problemError(`steps.${id}.item`, `A conclusion of class "${step.class}" names the item it accuses.`)]
      : [];
  });
}
