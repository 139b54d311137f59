import { LATER_EXPECTATION_KINDS } from '../../expectation';
import { problemError, type Problem } from '../../unit-model';
import type { MeasurementStep, ProcedureDocument } from '../procedure-document';

/** Parts of the format that are kept but cannot be walked yet, refused by name. */
export function lintNotYet(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) =>
    step.kind === 'measurement' ? measurementNotYet(id, step) : [],
  );
}

function measurementNotYet(id: string, step: MeasurementStep): Problem[] {
  const path = `steps.${id}.measure`;
  const problems: Problem[] = [];
  const methods = [
    ['expect', step.measure] as const,
    ...Object.entries(step.measure.methods ?? {}).map(([name, each]) => [`methods.${name}.expect`, each] as const),
  ];
  for (const [at, method] of methods) {
    const kind: string | undefined = method.expect?.kind;
    if (kind !== undefined && (LATER_EXPECTATION_KINDS as readonly string[]).includes(kind)) {
      problems.push(problemError(`${path}.${at}`, `Expectations of kind "${kind}" cannot be judged yet.`));
    }
  }
  return problems;
}
