import { resolveExpectation, type ExpectationDocument, type NamedReading, type Needed } from '../../expectation';
import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { positionsOf, problemError, type Problem, type UnitModelDocument } from '../../unit-model';
import { methodNames, methodOf, partMethod } from '../measure';
import { isWalkable, type MeasurementStep, type MeasuringMethod, type ProcedureDocument } from '../procedure-document';

/** What an expectation is compared with is read somewhere in the chart, or is a selector or setting of the unit. */
export function lintReferences(procedure: ProcedureDocument, model: UnitModelDocument): Problem[] {
  const steps = Object.entries(procedure.steps).flatMap(([id, step]) =>
    isWalkable(step) && step.kind === 'measurement' ? [[`steps.${id}.measure`, step] as const] : [],
  );
  const given = new Set(steps.flatMap(([, step]) => step.measure.gives ?? []));
  return steps.flatMap(([path, step]) => {
    const parts = new Set((step.measure.set ?? []).map(({ id }) => id));
    return methodsOf(step, path).flatMap(([at, { expect, function: measured }]) =>
      expect === undefined || measured === undefined
        ? []
        : lintExpectation(expect, measured, at, model, (name) => given.has(name) || parts.has(name) || isIntake(name)),
    );
  });
}

/** Readings without a chart and what the intake asks for have names of their own. */
function isIntake(name: string): boolean {
  return /^(inside|outside|last(-\d{1,2})?)$/.test(name);
}

function methodsOf(step: MeasurementStep, path: string): readonly (readonly [string, MeasuringMethod])[] {
  const names = methodNames(step);
  const ways =
    names.length === 0
      ? [[path, methodOf(step)] as const]
      : names.map((name) => [`${path}.methods.${name}`, methodOf(step, name)] as const);
  const parts = (step.measure.set ?? []).map(
    (part, index) => [`${path}.set[${index}]`, partMethod(step, part)] as const,
  );
  return [...ways, ...parts];
}

function lintExpectation(
  expect: ExpectationDocument,
  measured: MeasurementFunction,
  path: string,
  model: UnitModelDocument,
  isRead: (name: string) => boolean,
): Problem[] {
  const needs = neededBy(expect, measured, isRead);
  const at = `${path}.expect`;
  switch (needs?.kind) {
    case 'reading':
      return [problemError(at, `No step reads "${needs.name}", which this is compared with.`)];
    case 'setting':
      return positionsOf(model, needs.setting) === undefined
        ? [problemError(at, `"${needs.setting}" is no setting of this unit model.`)]
        : [];
    case 'position':
      return lintSelector(needs, at, model);
    default:
      return [];
  }
}

function lintSelector(
  { selector, positions }: { readonly selector: string; readonly positions: readonly string[] },
  path: string,
  model: UnitModelDocument,
): Problem[] {
  const known = positionsOf(model, selector);
  if (known === undefined) return [problemError(path, `"${selector}" is no selector or setting of this unit model.`)];
  const strange = positions.filter((position) => known.length > 0 && !known.includes(position));
  return strange.map((position) =>
    problemError(path, `"${selector}" has no position "${position}". Known: ${known.join(', ')}.`),
  );
}

/** What an expectation still asks for when every reading of the chart has been taken. */
function neededBy(
  expect: ExpectationDocument,
  measured: MeasurementFunction,
  isRead: (name: string) => boolean,
): Needed | undefined {
  const { dimension } = FUNCTIONS[measured];
  const some: NamedReading = { dimension, value: 1, low: 1, high: 1, words: '1', isGuess: false };
  try {
    const resolved = resolveExpectation(expect, measured, { reading: (name) => (isRead(name) ? some : undefined) });
    // A guess stands in for what nobody reads.
    return resolved.guessed === undefined ? resolved.needs : undefined;
  } catch (error) {
    if (error instanceof DocumentError) return undefined;
    throw error;
  }
}
