import { problemError, type Problem } from '../../unit-model';
import { entrySteps } from '../graph';
import type { ProcedureDocument } from '../procedure-document';
import { common, followed } from './flow';

/** A decision rests on a step that every way to it has walked: on any other the visit stands still there. */
export function lintDecisions(procedure: ProcedureDocument): Problem[] {
  const before = walkedBefore(procedure);
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (step.kind !== 'decide' || !Object.hasOwn(procedure.steps, step.on)) return [];
    return before.get(id)?.has(step.on) === false
      ? [problemError(`steps.${id}.on`, `Some way here has not been through "${step.on}": nothing is decided then.`)]
      : [];
  });
}

/** The steps every way to a step has walked. */
function walkedBefore(procedure: ProcedureDocument): ReadonlyMap<string, ReadonlySet<string>> {
  return followed(procedure, {
    begin: entrySteps(procedure).map((id) => [id, new Set<string>()] as const),
    leaving: (id, _step, walked: ReadonlySet<string>) => new Set([...walked, id]),
    meeting: common,
  });
}
