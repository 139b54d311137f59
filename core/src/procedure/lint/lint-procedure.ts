import { problemError, type Problem, type UnitModelDocument } from '../../unit-model';
import type { ProcedureDocument } from '../procedure-document';
import { lintBypasses } from './bypasses';
import { lintConditions } from './conditions-flow';
import { lintConclusions } from './conclusions';
import { lintEnergy } from './energy';
import { lintMeasurements } from './measurements';
import { lintNames } from './names';
import { lintNotYet } from './not-yet';
import { lintShape } from './shape';

/** Everything that is wrong with a procedure, given the unit model it is written for. Pure; never throws. */
export function lintProcedure(procedure: ProcedureDocument, model: UnitModelDocument): readonly Problem[] {
  if (procedure.unitModel !== model.id) {
    return [problemError('unitModel', `This chart is for "${procedure.unitModel}", not for "${model.id}".`)];
  }
  const notYet = lintNotYet(procedure);
  // What cannot be walked cannot be followed either; the other checks would only echo it.
  if (notYet.length > 0) return notYet;
  return [
    ...lintShape(procedure),
    ...lintNames(procedure, model),
    ...lintMeasurements(procedure),
    ...lintEnergy(procedure),
    ...lintBypasses(procedure, model),
    ...lintConditions(procedure, model),
    ...lintConclusions(procedure),
  ];
}
