import { problemError, type Problem } from '../../unit-model';
import { edgesOf } from '../branching';
import { isWalkable, type ProcedureDocument } from '../procedure-document';

/** A general procedure uses the roles it declares, and ends in the results it declares. */
export function lintGeneral(procedure: ProcedureDocument): Problem[] {
  const roles = new Set(Object.keys(procedure.roles ?? {}));
  const written = JSON.stringify(procedure.steps);
  const used = new Set(
    [...written.matchAll(/"role\.([\w-]+)|\{([\w-]+)\}/g)].map(([, first, second]) => first ?? second),
  );
  const undeclared = [...used]
    .filter((role) => role !== undefined && !roles.has(role))
    .map((role) => problemError('steps', `"${role ?? ''}" is used and is no declared role.`));
  const unused = [...roles]
    .filter((role) => !used.has(role))
    .map((role) => problemError(`roles.${role}`, 'No step uses this role.'));
  return [...undeclared, ...unused, ...lintEnds(procedure), ...lintKinds(procedure)];
}

function lintEnds(procedure: ProcedureDocument): Problem[] {
  const results = Object.keys(procedure.results ?? {});
  if (results.length === 0) return [problemError('results', 'A general procedure says how it can end.')];
  const ends = new Set<string>();
  const problems = Object.entries(procedure.steps).flatMap(([id, step]) =>
    edgesOf(id, step).flatMap(({ outcome, to }): Problem[] => {
      if (!to.startsWith('@'))
        return Object.hasOwn(procedure.steps, to)
          ? []
          : [problemError(`steps.${id}`, `"${outcome}" leads to "${to}", which is no step.`)];
      ends.add(to.slice(1));
      return results.includes(to.slice(1))
        ? []
        : [
            problemError(
              `steps.${id}`,
              `"${outcome}" ends in "${to}", which is no result. Known: ${results.join(', ')}.`,
            ),
          ];
    }),
  );
  const never = results
    .filter((result) => !ends.has(result))
    .map((result) => problemError(`results.${result}`, 'No step ends in this result.'));
  return [...problems, ...never];
}

/** What a call of it could not be walked through. */
function lintKinds(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) =>
    isWalkable(step) && step.kind !== 'conclusion'
      ? []
      : [problemError(`steps.${id}.kind`, `A general procedure has no step of kind "${step.kind}".`)],
  );
}
