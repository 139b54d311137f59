import { elementName, supplyOf, terminalLabel, type UnitModelDocument } from '../../unit-model';
import { targetStep } from '../branching';
import type { ProcedureCallStep, ProcedureDocument, RoleDocument, StepDocument, Target } from '../procedure-document';

type Steps = Readonly<Record<string, StepDocument>>;

/** So many steps a chart may have with everything it calls: no machine has more, and a thousand calls of a thousand do. */
export const MOST_WALKED_STEPS = 5000;

/** How many steps a chart has with the general procedures in place of their calls. */
export function walkedStepCount(procedure: ProcedureDocument, generals: readonly ProcedureDocument[]): number {
  const sizes = new Map(generals.map(({ id, steps }) => [id, Object.keys(steps).length]));
  return Object.values(procedure.steps).reduce(
    (sum, step) => sum + (step.kind === 'procedureCall' ? (sizes.get(step.procedure) ?? 1) : 1),
    0,
  );
}

/** Puts the steps of general procedures in place of their calls, as `call.step`; leaves all calls where it is too many. */
export function inlineCalls(
  procedure: ProcedureDocument,
  model: UnitModelDocument,
  generals: readonly ProcedureDocument[],
): ProcedureDocument {
  if (walkedStepCount(procedure, generals) > MOST_WALKED_STEPS) return procedure;
  const starts = new Map<string, string>();
  const steps: Record<string, StepDocument> = {};
  for (const [id, step] of Object.entries(procedure.steps)) {
    const general = step.kind === 'procedureCall' ? generals.find((each) => each.id === step.procedure) : undefined;
    if (step.kind !== 'procedureCall' || !general?.roles || !isBound(general.roles, step)) {
      steps[id] = step;
      continue;
    }
    starts.set(id, `${id}.${general.start}`);
    Object.assign(steps, boundSteps(id, step, general, model));
  }
  const into = (target: string): string => starts.get(target) ?? target;
  return {
    ...procedure,
    start: into(procedure.start),
    ...(procedure.entries
      ? { entries: procedure.entries.map((each) => (each.at === undefined ? each : { ...each, at: into(each.at) })) }
      : {}),
    steps: Object.fromEntries(Object.entries(steps).map(([id, step]) => [id, withTargets(step, into)])),
  };
}

function isBound(roles: Readonly<Record<string, RoleDocument>>, { bind }: ProcedureCallStep): boolean {
  return Object.keys(roles).every((role) => Object.hasOwn(bind, role));
}

function boundSteps(id: string, call: ProcedureCallStep, general: ProcedureDocument, model: UnitModelDocument): Steps {
  const target = (to: string): string => {
    if (!to.startsWith('@')) return `${id}.${to}`;
    const found = call.branches[to.slice(1)];
    return found === undefined ? to : targetStep(found);
  };
  return Object.fromEntries(
    Object.entries(general.steps).map(([inner, step]) => {
      const bound = withRoles(step, call.bind, general.roles ?? {}, model) as StepDocument;
      return [`${id}.${inner}`, withTargets(withMeaning(bound, call), target)];
    }),
  );
}

/** What the caller says of a result holds for every outcome of a step that ends in it, besides what the step says itself. */
function withMeaning(step: StepDocument, { clears, implicates }: ProcedureCallStep): StepDocument {
  if (step.kind !== 'observation' && step.kind !== 'measurement') return step;
  const targets = step.kind === 'observation' ? step.answers : step.branches;
  const meaning = (
    own: Readonly<Record<string, readonly string[]>> = {},
    byResult: Readonly<Record<string, readonly string[]>> = {},
  ): Readonly<Record<string, readonly string[]>> => {
    const added = Object.entries(targets).flatMap(([outcome, target]) => {
      const result = targetStep(target);
      const elements = result.startsWith('@') ? byResult[result.slice(1)] : undefined;
      return elements ? [[outcome, [...new Set([...(own[outcome] ?? []), ...elements])]] as const] : [];
    });
    return { ...own, ...Object.fromEntries(added) };
  };
  return {
    ...step,
    ...(clears ? { clears: meaning(step.clears, clears) } : {}),
    ...(implicates ? { implicates: meaning(step.implicates, implicates) } : {}),
  };
}

/** The same step with every target led on by `into`. */
export function withTargets(step: StepDocument, into: (target: string) => string): StepDocument {
  const one = (target: Target): Target =>
    typeof target === 'string' ? into(target) : { ...target, go: into(target.go) };
  const each = (targets: Readonly<Record<string, Target>>): Readonly<Record<string, Target>> =>
    Object.fromEntries(Object.entries(targets).map(([outcome, target]) => [outcome, one(target)]));
  const common: Record<string, string> = {};
  for (const field of ['next', 'exceeded', 'notApplicable', 'cannotDo', 'on'] as const) {
    const target = (step as unknown as Readonly<Record<string, unknown>>)[field];
    if (typeof target === 'string') common[field] = into(target);
  }
  switch (step.kind) {
    case 'observation':
      return { ...step, ...common, answers: each(step.answers) };
    case 'decide':
      return { ...step, ...common, cases: each(step.cases) };
    case 'measurement': {
      const ways = Object.entries(step.measure.methods ?? {}).map(
        ([name, way]) => [name, way.branches ? { ...way, branches: each(way.branches) } : way] as const,
      );
      const measure = step.measure.methods ? { ...step.measure, methods: Object.fromEntries(ways) } : step.measure;
      return { ...step, ...common, measure, branches: each(step.branches) };
    }
    case 'matrix':
    case 'chain':
    case 'clearance':
    case 'procedureCall':
      return { ...step, ...common, branches: each(step.branches) };
    default:
      return { ...step, ...common };
  }
}

const ROLE = /^role\.([\w-]+)(.*)$/s;

/**
 * Every `role.name` that stands at the beginning of a text or key becomes what it is bound to, and every `{name}` within a
 * text the name it has at the machine.
 */
function withRoles(
  value: unknown,
  bind: Readonly<Record<string, string>>,
  roles: Readonly<Record<string, RoleDocument>>,
  model: UnitModelDocument,
): unknown {
  const text = (written: string): string => {
    const [, role = '', rest = ''] = ROLE.exec(written) ?? [];
    const bound = Object.hasOwn(bind, role) ? bind[role] : undefined;
    if (bound !== undefined) return `${bound}${rest}`;
    return written.replace(/\{([\w-]+)\}/g, (whole, name: string) => {
      const to = Object.hasOwn(bind, name) ? bind[name] : undefined;
      return to === undefined ? whole : spoken(to, roles[name]?.kind, model);
    });
  };
  const walk = (each: unknown): unknown => {
    if (typeof each === 'string') return text(each);
    if (Array.isArray(each)) return each.map(walk);
    if (typeof each !== 'object' || each === null) return each;
    return Object.fromEntries(Object.entries(each).map(([key, inner]) => [text(key), walk(inner)]));
  };
  return walk(value);
}

function spoken(bound: string, kind: RoleDocument['kind'] | undefined, model: UnitModelDocument): string {
  switch (kind) {
    case 'terminal':
    case 'connector':
      return terminalLabel(model, bound);
    case 'element':
      return elementName(model, bound);
    case 'supply':
      return supplyOf(model, bound)?.name ?? bound;
    case 'call':
      return model.calls?.find(({ id }) => id === bound)?.name ?? bound;
    default:
      return bound;
  }
}
