import { bypassRefusal, problemError, protectionsBetween, type Problem, type Wiring } from '../../unit-model';
import { isWalkable, type ProcedureDocument } from '../procedure-document';

/** No step places a bypass that is always refused, or hides the protection it takes away. */
export function lintBypasses(procedure: ProcedureDocument, wiring: Wiring): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step) || step.kind !== 'action' || !step.bypass) return [];
    const path = `steps.${id}.bypass`;
    const refusal = bypassRefusal(wiring, step.bypass);
    if (refusal) return [problemError(path, refusal)];
    const hidden = protectionsBetween(wiring, step.bypass).filter((each) => each !== step.bypass?.removes);
    return hidden.length > 0
      ? [problemError(`${path}.removes`, `This takes away ${hidden.join(' and ')} protection and does not say so.`)]
      : [];
  });
}
