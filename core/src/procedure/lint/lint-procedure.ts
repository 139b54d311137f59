import { problemError, Wiring, type Problem, type UnitModelDocument } from '../../unit-model';
import type { ProcedureDocument } from '../procedure-document';
import { compileProcedure } from '../compile';
import { lintAccusations } from './accusations';
import { lintAuthored } from './authored';
import { lintBypasses } from './bypasses';
import { lintConditions } from './conditions-flow';
import { lintConclusions } from './conclusions';
import { lintDecisions } from './decisions';
import { lintEnergy } from './energy';
import { lintBegunInTheMiddle } from './entries';
import { lintGiven } from './given';
import { lintMeasurements } from './measurements';
import { lintNames } from './names';
import { lintNotYet } from './not-yet';
import { lintReferences } from './references';
import { lintShape } from './shape';
import { lintUnsupported } from './unsupported';

/**
 * Everything that is wrong with a procedure, given the unit model it is written for and the general procedures it may
 * call. Pure; never throws.
 */
export function lintProcedure(
  procedure: ProcedureDocument,
  model: UnitModelDocument,
  generals: readonly ProcedureDocument[] = [],
): readonly Problem[] {
  if (procedure.unitModel !== model.id) {
    return [problemError('unitModel', `This chart is for "${procedure.unitModel}", not for "${model.id}".`)];
  }
  const wiring = new Wiring(model);
  const authored = lintAuthored(procedure, wiring, generals);
  // What cannot be made into steps cannot be followed either; the other checks would only echo it.
  if (authored.length > 0) return authored;
  const walked = compileProcedure(procedure, model, generals);
  const notYet = lintNotYet(walked);
  if (notYet.length > 0) return notYet;
  return [
    ...lintShape(walked),
    ...lintNames(walked, wiring),
    ...lintMeasurements(walked),
    ...lintReferences(walked, model),
    ...lintDecisions(walked),
    ...lintEnergy(walked),
    ...lintBypasses(walked, wiring),
    ...lintConditions(walked, wiring),
    ...lintBegunInTheMiddle(walked, wiring),
    ...lintGiven(walked),
    ...lintAccusations(walked, model),
    ...lintConclusions(walked),
    ...lintUnsupported(walked, model),
  ];
}
