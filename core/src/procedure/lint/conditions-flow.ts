import { isCutOff, problemError, problemWarning, type AsItStands, type Problem, type Wiring } from '../../unit-model';
import { believedAtStart } from '../believed-at-start';
import { edgesOf, outcomeKey } from '../branching';
import {
  conditionEntries,
  restingState,
  SET_UP_GROUPS,
  type ConditionEntry,
  type ConditionGroup,
  type Conditions,
} from '../conditions';
import { deadForHands, touchesWiring } from '../hands';
import { methodNames, methodOf, partMethod, requirementsOf } from '../measure';
import {
  END,
  isWalkable,
  type MeasurementStep,
  type MeasuringMethod,
  type ProcedureDocument,
  type WalkableStep,
} from '../procedure-document';
import { FUNCTIONS } from '../../quantity';
import type { Verdict } from '../../verdict';

/** For every condition the states it may be in, over all ways that lead here. */
type PossibleStates = ReadonlyMap<string, ReadonlySet<string>>;

/**
 * Follows the conditions along every way of the chart (forward data-flow analysis to a fixed point; Kildall, 1973) and
 * checks that what each measurement requires is set up, and that no bypass outlives its chart.
 */
export function lintConditions(procedure: ProcedureDocument, wiring: Wiring): Problem[] {
  const before = statesBefore(procedure);
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    const states = before.get(id);
    if (!states || !isWalkable(step)) return [];
    return [
      ...lintRequirements(id, step, states, wiring),
      ...lintHands(id, step, states, wiring),
      ...lintOpenBypasses(id, step, states),
    ];
  });
}

function statesBefore(procedure: ProcedureDocument): ReadonlyMap<string, PossibleStates> {
  const before = new Map<string, PossibleStates>([
    [procedure.start, applied(new Map(), believedAtStart(procedure.given ?? {}, {}))],
  ]);
  const waiting = [procedure.start];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    const states = before.get(id);
    if (!step || !states || !isWalkable(step)) continue;
    for (const edge of edgesOf(id, step)) {
      if (edge.to === END) continue;
      const merged = union(before.get(edge.to), changesOn(step, edge.outcome).reduce(applied, states));
      if (merged === before.get(edge.to)) continue;
      before.set(edge.to, merged);
      waiting.push(edge.to);
    }
  }
  return before;
}

/** What leaving a step by this outcome changes, in order. */
function changesOn(step: WalkableStep, outcome: string): readonly (Conditions | undefined)[] {
  switch (step.kind) {
    case 'action': {
      if (outcome !== 'done') return [];
      const placed: Conditions | undefined = step.bypass && { bypasses: { [step.bypass.id]: 'in' } };
      const called: Conditions | undefined =
        step.bypass?.makes === undefined ? undefined : { calls: { [step.bypass.makes]: 'on' } };
      return [...(step.recipe ?? []).map((each) => each.sets), step.sets, placed, called];
    }
    case 'measurement': {
      const key = outcomeKey(step.sets ?? {}, outcome as Verdict, false);
      return [key === undefined ? undefined : step.sets?.[key]];
    }
    case 'conclusion':
      return [step.sets];
    default:
      return [];
  }
}

function keyOf({ group, id }: Pick<ConditionEntry, 'group' | 'id'>): string {
  return `${group} ${id}`;
}

function possible(states: PossibleStates, group: ConditionGroup, id: string): ReadonlySet<string> {
  return states.get(keyOf({ group, id })) ?? new Set([restingState(group)]);
}

function applied(states: PossibleStates, change: Conditions | undefined): PossibleStates {
  const entries = conditionEntries(change);
  if (entries.length === 0) return states;
  const after = new Map(states);
  const livens = entries.some(({ group, state }) => group === 'supplies' && (state === 'on' || state === 'unknown'));
  if (livens) {
    for (const [key, set] of after) {
      if (key.startsWith('supplies ') && set.has('proven-dead')) {
        after.set(key, new Set([...set].map((state) => (state === 'proven-dead' ? 'unknown' : state))));
      }
    }
  }
  for (const entry of entries) after.set(keyOf(entry), new Set([entry.state]));
  return after;
}

function union(first: PossibleStates | undefined, second: PossibleStates): PossibleStates {
  if (!first) return second;
  let grew = false;
  const merged = new Map(first);
  for (const key of new Set([...first.keys(), ...second.keys()])) {
    const [group = '', id = ''] = key.split(' ');
    const one = possible(first, group as ConditionGroup, id);
    const other = possible(second, group as ConditionGroup, id);
    const both = new Set([...one, ...other]);
    if (both.size > one.size || !first.has(key)) grew = true;
    merged.set(key, both);
  }
  return grew ? merged : first;
}

function lintRequirements(id: string, step: WalkableStep, states: PossibleStates, wiring: Wiring): Problem[] {
  const { model } = wiring;
  if (step.kind !== 'measurement' || step.measure.proofOfDead) return [];
  const during = applied(states, step.with);
  const problems = methodsWithPath(step, `steps.${id}.measure`).map(([method, path]) => {
    const isCut =
      method.function !== undefined &&
      !FUNCTIONS[method.function].stresses &&
      isCutOff(wiring, pointsOf(method), surely(during));
    const requires = isCut ? method.requires : requirementsOf(model, method);
    const required = conditionEntries(requires).filter(({ group }) => SET_UP_GROUPS.includes(group));
    return required.flatMap((entry) => lintRequired(entry, possible(during, entry.group, entry.id), path));
  });
  // Of several methods one has to be possible; the others say what they would need.
  const isChoice = step.measure.set === undefined && problems.length > 1;
  return isChoice && problems.some((each) => each.length === 0) ? [] : problems.flat();
}

function pointsOf({ from, to }: MeasuringMethod): readonly string[] {
  return from === undefined || to === undefined ? [] : [from, to];
}

/** Plugs, leads and jumpers as they stand on every way here. */
function surely(states: PossibleStates): AsItStands {
  const of = (group: ConditionGroup): Readonly<Record<string, string>> =>
    Object.fromEntries(
      [...states].flatMap(([key, found]) => {
        const [its, id = ''] = key.split(' ');
        const [state = ''] = found;
        if (its !== group) return [];
        // Where some way leaves a jumper in, it counts as in; a plug or a lead that may sit counts as sitting.
        return group === 'bypasses' ? [[id, found.has('in') ? 'in' : state]] : found.size === 1 ? [[id, state]] : [];
      }),
    );
  return { connectors: of('connectors'), leads: of('leads'), bypasses: of('bypasses') };
}

/** Where hands go to the wiring, no way may leave alive what can hurt: the visit would stand still there. */
function lintHands(id: string, step: WalkableStep, states: PossibleStates, wiring: Wiring): Problem[] {
  if (step.kind !== 'action' || !touchesWiring(step)) return [];
  const during = applied(states, step.with);
  return deadForHands(wiring).flatMap((supply) => {
    const alive = [...possible(during, 'supplies', supply)].filter(
      (state) => state !== 'proven-dead' && state !== 'plug-out',
    );
    return alive.length === 0
      ? []
      : [
          problemWarning(
            `steps.${id}`,
            `Hands go to the wiring here, and some way leaves ${supply} ${alive.join(' or ')}: a visit waits until it is proven dead.`,
          ),
        ];
  });
}

/** Every way of a measurement, or every part of a set, with where it stands. */
function methodsWithPath(step: MeasurementStep, path: string): readonly (readonly [MeasuringMethod, string])[] {
  const { set } = step.measure;
  if (set) return set.map((part, index) => [partMethod(step, part), `${path}.set[${index}]`] as const);
  const names = methodNames(step);
  return names.length === 0
    ? [[methodOf(step), path]]
    : names.map((name) => [methodOf(step, name), `${path}.methods.${name}`] as const);
}

function lintRequired(entry: ConditionEntry, found: ReadonlySet<string>, path: string): Problem[] {
  const wanted = `${entry.group} ${entry.id} ${entry.state}`;
  if (!found.has(entry.state)) {
    return [problemError(path, `Requires ${wanted}, which no way to it sets up (${[...found].join(' or ')} here).`)];
  }
  const others = [...found].filter((state) => state !== entry.state);
  return others.length === 0
    ? []
    : [problemError(path, `Requires ${wanted}, but some way here leaves it ${others.join(' or ')}.`)];
}

/** A bypass that may be in where the chart ends is neither removed nor put back. */
function lintOpenBypasses(id: string, step: WalkableStep, states: PossibleStates): Problem[] {
  const isEnd =
    edgesOf(id, step).some((edge) => edge.to === END) || (step.kind === 'conclusion' && step.next === undefined);
  if (!isEnd) return [];
  const after = changesOn(step, step.kind === 'action' ? 'done' : 'then').reduce(applied, states);
  return [...after]
    .filter(([key, set]) => key.startsWith('bypasses ') && set.has('in'))
    .map(([key]) =>
      problemError(`steps.${id}`, `The chart may end here with bypass "${key.slice('bypasses '.length)}" still in.`),
    );
}
