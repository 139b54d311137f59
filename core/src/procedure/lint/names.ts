import {
  CAUTIONS,
  lintExpression,
  problemError,
  problemWarning,
  sequenceOf,
  type Problem,
  type UnitModelDocument,
  type Wiring,
} from '../../unit-model';
import type { Conditions } from '../conditions';
import { lintConditionNames } from './condition-names';
import {
  isWalkable,
  MATRIX_PATTERNS,
  type BypassDocument,
  type ConclusionStep,
  type MatrixStep,
  type MeasurementStep,
  type MeasuringMethod,
  type ObservationStep,
  type ProcedureDocument,
  type WalkableStep,
} from '../procedure-document';

/** Every name a procedure uses exists in the unit model. */
export function lintNames(procedure: ProcedureDocument, wiring: Wiring): Problem[] {
  const { model } = wiring;
  const bypasses = declaredBypasses(procedure);
  const lint = (conditions: Conditions | undefined, path: string): Problem[] =>
    lintConditionNames(conditions, path, model, bypasses);
  const problems = [
    ...lint(procedure.given, 'given'),
    ...lintEntries(procedure, model),
    ...lintExpression(model, procedure.scope, 'scope'),
  ];
  for (const [id, step] of Object.entries(procedure.steps)) {
    if (!isWalkable(step)) continue;
    const path = `steps.${id}`;
    problems.push(...lintElements(step, path, wiring), ...lintCautions(step, path));
    if (step.kind === 'decide') {
      if (!Object.hasOwn(procedure.steps, step.on))
        problems.push(problemError(`${path}.on`, `There is no step "${step.on}".`));
      continue;
    }
    problems.push(...lintShown(step, path, model));
    if (step.kind === 'action' || step.kind === 'observation')
      problems.push(...lint(step.requires, `${path}.requires`));
    problems.push(...lint(step.with, `${path}.with`), ...lintOption(step.onlyWith, `${path}.onlyWith`, model));
    if (step.kind === 'action') {
      problems.push(...lint(step.sets, `${path}.sets`));
      if (step.fits !== undefined && !wiring.hasElement(step.fits))
        problems.push(problemError(`${path}.fits`, `"${step.fits}" is not an element of this unit model.`));
      if (step.bypass) problems.push(...lintBypass(step.bypass, `${path}.bypass`, wiring));
      for (const [index, { sets }] of (step.recipe ?? []).entries())
        problems.push(...lint(sets, `${path}.recipe[${index}].sets`));
    }
    if (step.kind === 'conclusion')
      problems.push(...lint(step.sets, `${path}.sets`), ...lintProof(procedure, step, path));
    if (step.kind === 'measurement') {
      for (const [outcome, sets] of Object.entries(step.sets ?? {}))
        problems.push(...lint(sets, `${path}.sets.${outcome}`));
      const methods: readonly (readonly [string, MeasuringMethod])[] = [
        ['measure', step.measure],
        ...Object.entries(step.measure.methods ?? {}).map(([name, each]) => [`measure.methods.${name}`, each] as const),
        ...(step.measure.set ?? []).map((part, index) => [`measure.set[${index}]`, part] as const),
      ];
      for (const [at, method] of methods) {
        problems.push(
          ...lintTerminals(method, `${path}.${at}`, wiring),
          ...lint(method.requires, `${path}.${at}.requires`),
        );
      }
      for (const supply of step.measure.proofOfDead ?? []) {
        const found = model.supplies.find((each) => each.id === supply);
        if (Object.keys(found?.terminals ?? {}).length < 2) {
          problems.push(
            problemError(
              `${path}.measure.proofOfDead`,
              `"${supply}" is no supply with at least two terminals to prove dead.`,
            ),
          );
        }
      }
    }
  }
  return problems;
}

/** What a chart claims to answer is in the code table and the sequences. */
function lintEntries(procedure: ProcedureDocument, model: UnitModelDocument): Problem[] {
  return (procedure.entries ?? []).flatMap((entry, index) => {
    const path = `entries[${index}]`;
    const problems: Problem[] = [];
    if (entry.code !== undefined && !(model.codes ?? []).some(({ code }) => code === entry.code))
      problems.push(problemError(`${path}.code`, `Code "${entry.code}" is not in the code table.`));
    const [sequence, stage] = entry.stage?.split('.') ?? [];
    const stages = sequenceOf(model, sequence ?? '')?.stages ?? [];
    if (entry.stage !== undefined && !stages.some(({ id }) => id === stage))
      problems.push(problemError(`${path}.stage`, `"${entry.stage}" is no stage, as sequence.stage.`));
    return problems;
  });
}

function lintOption(device: string | undefined, path: string, model: UnitModelDocument): Problem[] {
  const isOptional = model.devices.some(({ id, optional }) => id === device && optional);
  return device === undefined || isOptional
    ? []
    : [problemError(path, `"${device}" is no optional device of this unit model.`)];
}

function declaredBypasses(procedure: ProcedureDocument): ReadonlySet<string> {
  return new Set(
    Object.values(procedure.steps).flatMap((step) =>
      isWalkable(step) && step.kind === 'action' && step.bypass ? [step.bypass.id] : [],
    ),
  );
}

function lintTerminals(
  points: { readonly from?: string; readonly to?: string },
  path: string,
  wiring: Wiring,
): Problem[] {
  return (['from', 'to'] as const).flatMap((end) => {
    const address = points[end];
    return address === undefined || wiring.hasTerminal(address)
      ? []
      : [problemError(`${path}.${end}`, `"${address}" is not a terminal of this unit model.`)];
  });
}

function lintBypass(bypass: BypassDocument, path: string, wiring: Wiring): Problem[] {
  const { makes } = bypass;
  const isCall = makes === undefined || (wiring.model.calls ?? []).some(({ id }) => id === makes);
  return [
    ...lintTerminals(bypass, path, wiring),
    ...(isCall ? [] : [problemError(`${path}.makes`, `"${makes}" is not a call of this unit model.`)]),
  ];
}

/** The steps that fill a proof table are steps of the chart. */
function lintProof({ steps }: ProcedureDocument, { proof = {} }: ConclusionStep, path: string): Problem[] {
  return Object.entries(proof)
    .filter(([, id]) => !Object.hasOwn(steps, id))
    .map(([name, id]) => problemError(`${path}.proof.${name}`, `There is no step "${id}".`));
}

function lintElements(step: WalkableStep, path: string, wiring: Wiring): Problem[] {
  const unknown = (reference: string, at: string): Problem[] =>
    wiring.hasElement(reference) ? [] : [problemError(at, `"${reference}" is not an element of this unit model.`)];
  if (step.kind === 'conclusion') return step.item === undefined ? [] : unknown(step.item, `${path}.item`);
  if (step.kind !== 'measurement' && step.kind !== 'observation' && step.kind !== 'matrix') return [];
  const meanings = [
    [path, step] as const,
    ...(step.kind === 'measurement'
      ? Object.entries(step.measure.methods ?? {}).map(
          ([name, way]) => [`${path}.measure.methods.${name}`, way] as const,
        )
      : []),
  ];
  return meanings.flatMap(([at, { clears, implicates }]) =>
    Object.entries({ clears, implicates }).flatMap(([field, outcomes]) =>
      Object.entries(outcomes ?? {}).flatMap(([outcome, references]) => [
        ...lintAnswer(step, outcome, `${at}.${field}.${outcome}`),
        ...references.flatMap((reference) => unknown(reference, `${at}.${field}.${outcome}`)),
      ]),
    ),
  );
}

/** What an answer means is written beside an answer there is; a measurement's verdicts are looked at with it. */
function lintAnswer(step: ObservationStep | MeasurementStep | MatrixStep, outcome: string, path: string): Problem[] {
  if (step.kind === 'measurement') return [];
  const known = step.kind === 'observation' ? Object.keys(step.answers) : [...MATRIX_PATTERNS, 'otherwise'];
  return known.includes(outcome)
    ? []
    : [problemError(path, `"${outcome}" is no answer of this step. Known: ${known.join(', ')}.`)];
}

function lintCautions(step: WalkableStep, path: string): Problem[] {
  if (step.kind === 'decide') return [];
  return (step.cautions ?? [])
    .filter((caution) => CAUTIONS[caution] === undefined)
    .map((caution) =>
      problemWarning(
        `${path}.cautions`,
        `"${caution}" has no caution text. Known: ${Object.keys(CAUTIONS).join(', ')}.`,
      ),
    );
}

/** What an answer or a call shows is said in the unit model's own words. */
function lintShown(step: WalkableStep, path: string, model: UnitModelDocument): readonly Problem[] {
  if (step.kind === 'matrix')
    return step.calls.flatMap(({ shows }, index) => lintExpression(model, shows, `${path}.calls[${index}].shows`));
  if (step.kind !== 'observation') return [];
  return Object.entries(step.answers).flatMap(([answer, target]) =>
    typeof target === 'string' ? [] : lintExpression(model, target.shows, `${path}.answers.${answer}.shows`),
  );
}
