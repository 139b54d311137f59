import { FUNCTIONS } from '../../quantity';
import { problemError, problemWarning, type Problem } from '../../unit-model';
import { possibleVerdicts, producibleVerdicts, VERDICTS, type Verdict } from '../../verdict';
import { outcomeKey } from '../branching';
import { isOverZeroBand, methodNames, methodOf, outcomesOf, partMethod } from '../measure';
import {
  isWalkable,
  type DecideStep,
  type MeasurementStep,
  type MeasuringMethod,
  type OutcomesOfStep,
  type ProcedureDocument,
} from '../procedure-document';
import { keysTaken, lintNever, lintNeverTaken } from './never-taken';
import { lintPatterns } from './patterns';
import { verdictsOf, verdictsOfPart, verdictsOfParts } from './verdicts-of';

/** Every verdict a measurement can produce leads somewhere, and nothing is cleared by a catch-all. */
export function lintMeasurements(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step)) return [];
    // A chain ends in elements, which were looked at as it was written.
    if (step.kind === 'measurement' && step.measure.chain) return [];
    if (step.kind === 'measurement') return [...lintKeys(step, `steps.${id}`), ...lintMethods(step, `steps.${id}`)];
    return step.kind === 'decide' ? lintCases(step, `steps.${id}`, procedure) : [];
  });
}

function lintKeys(step: MeasurementStep, path: string): Problem[] {
  const known = [...VERDICTS, ...Object.keys(step.measure.patterns ?? {}), 'otherwise'] as readonly string[];
  const ways = Object.entries(step.measure.methods ?? {}).map(
    ([name, way]): readonly [string, Partial<OutcomesOfStep>] => [`${path}.measure.methods.${name}`, way],
  );
  return [[path, step as Partial<OutcomesOfStep>] as const, ...ways].flatMap(([at, each]) =>
    (['branches', 'clears', 'implicates', 'sets'] as const).flatMap((field) =>
      Object.keys(each[field] ?? {})
        .filter((key) => !known.includes(key))
        .map((key) =>
          problemError(`${at}.${field}.${key}`, `"${key}" is no verdict and no pattern. Known: ${known.join(', ')}.`),
        ),
    ),
  );
}

function lintMethods(step: MeasurementStep, path: string): Problem[] {
  if (step.measure.proofOfDead) {
    const missing = (['within', 'high'] as const).filter(
      (verdict) => outcomeKey(step.branches, verdict, false) === undefined,
    );
    return missing.map((verdict) =>
      problemError(`${path}.branches`, `A proof of dead can end in "${verdict}", which leads nowhere.`),
    );
  }
  if (step.measure.set) return lintSet(step, path);
  if (step.measure.patterns)
    return [problemError(`${path}.measure.patterns`, 'Patterns are made by the parts of a set.')];
  const names = methodNames(step);
  const methods: readonly (readonly [string, string | undefined])[] =
    names.length === 0 ? [['measure', undefined]] : names.map((name) => [`measure.methods.${name}`, name]);
  return [
    ...methods.flatMap(([at, name]) => lintMethod(outcomesOf(step, name), methodOf(step, name), path, `${path}.${at}`)),
    ...lintNeverTaken(step, path),
  ];
}

/** Every part can be read, every result of the whole leads somewhere. */
function lintSet(step: MeasurementStep, path: string): Problem[] {
  const { measure } = step;
  const { set = [], patterns = {}, expect } = measure;
  const at = `${path}.measure`;
  const parts = set.map((part, index) => ({ part, method: partMethod(step, part), at: `${at}.set[${index}]` }));
  const problems = parts.flatMap(({ part, method, at: place }): Problem[] => {
    const { function: measured, from, to } = method;
    if (measured === undefined || from === undefined || to === undefined)
      return [problemError(place, 'A part of a set names function, from and to.')];
    if (from === to && !FUNCTIONS[measured].isAtOnePlace)
      return [problemError(`${place}.to`, `Both probes would stand on ${from}.`)];
    if (set.filter(({ id }) => id === part.id).length > 1)
      return [problemError(`${place}.id`, `"${part.id}" stands there twice.`)];
    const found = method.expect && verdictsOf(method.expect, measured);
    return typeof found === 'string' ? [problemError(`${place}.expect`, found)] : [];
  });
  if (set.length < 2) problems.push(problemError(`${at}.set`, 'A set has at least two parts.'));
  for (const [name, wanted] of Object.entries(patterns)) {
    const strange = Object.keys(wanted).filter((id) => !set.some((part) => part.id === id));
    for (const id of strange)
      problems.push(problemError(`${at}.patterns.${name}.${id}`, `There is no part "${id}" in the set.`));
    if ((VERDICTS as readonly string[]).includes(name))
      problems.push(problemError(`${at}.patterns.${name}`, `"${name}" is a verdict: a pattern has a name of its own.`));
    if (!Object.hasOwn(step.branches, name))
      problems.push(problemError(`${path}.branches`, `The pattern "${name}" leads nowhere.`));
  }
  const measured = step.measure.function ?? parts[0]?.method.function;
  const jointly = (of = producibleVerdicts): ReadonlySet<Verdict> | string =>
    expect && measured
      ? verdictsOf(expect, measured, of)
      : verdictsOfParts(
          step,
          parts.map(({ method }) => verdictsOfPart(method, of)),
        );
  const joint = jointly();
  const canBe = jointly(possibleVerdicts);
  const ofParts = new Map(parts.map(({ part, method }) => [part.id, verdictsOfPart(method, possibleVerdicts)]));
  if (typeof joint === 'string') return [...problems, problemError(`${at}.expect`, joint)];
  return [
    ...problems,
    ...lintPatterns(patterns, ofParts, `${at}.patterns`),
    ...(typeof canBe === 'string' || measure.clearance !== undefined
      ? []
      : lintNever(step.branches, keysTaken(step.branches, canBe, false), path)),
    ...[...joint]
      .filter((verdict) => outcomeKey(step.branches, verdict, false) === undefined)
      .map((verdict) => problemError(`${path}.branches`, `This set can end in "${verdict}", which leads nowhere.`)),
  ];
}

function lintMethod(step: OutcomesOfStep, method: MeasuringMethod, path: string, at: string): Problem[] {
  const { expect, from, to } = method;
  if (method.function === undefined) return [problemError(at, 'A measurement names its function.')];
  if (from === undefined || to === undefined) return [problemError(at, 'A measurement names two points, from and to.')];
  if (from === to && !FUNCTIONS[method.function].isAtOnePlace)
    return [problemError(`${at}.to`, `Both probes would stand on ${from}.`)];
  const verdicts = verdictsOf(expect ?? { kind: 'unknown' }, method.function);
  if (typeof verdicts === 'string') return [problemError(`${at}.expect`, verdicts)];
  const overZero = isOverZeroBand(method);
  const problems = [...verdicts]
    .filter((verdict) => outcomeKey(step.branches, verdict, overZero) === undefined)
    .map((verdict) =>
      problemError(`${path}.branches`, `This measurement can end in "${verdict}", which leads nowhere.`),
    );
  const swallowed = (['low', 'partial'] as const).filter(
    (verdict) => verdicts.has(verdict) && outcomeKey(step.branches, verdict, overZero) === 'otherwise',
  );
  const clearsSomething = (step.clears?.['within'] ?? []).length > 0;
  return clearsSomething && swallowed.length > 0
    ? [
        ...problems,
        problemWarning(
          `${path}.branches.otherwise`,
          `"otherwise" swallows ${swallowed.join(' and ')} although "within" clears something.`,
        ),
      ]
    : problems;
}

function lintCases(step: DecideStep, path: string, procedure: ProcedureDocument): Problem[] {
  const on = procedure.steps[step.on];
  if (!on || !isWalkable(on)) return [];
  const outcomes =
    on.kind === 'observation'
      ? Object.keys(on.answers)
      : on.kind === 'measurement' || on.kind === 'matrix'
        ? Object.keys(on.branches)
        : undefined;
  if (!outcomes) return [problemError(`${path}.on`, `"${step.on}" has no outcome to decide on.`)];
  const isMeasured = on.kind === 'measurement';
  const missing = outcomes.filter((outcome) =>
    isMeasured && (VERDICTS as readonly string[]).includes(outcome)
      ? outcomeKey(step.cases, outcome as Verdict, false) === undefined
      : !Object.hasOwn(step.cases, outcome) && !Object.hasOwn(step.cases, 'otherwise'),
  );
  return missing.map((outcome) =>
    problemError(`${path}.cases`, `"${step.on}" can end in "${outcome}", which leads nowhere.`),
  );
}
