import { isCutOff, type AsItStands, type Wiring } from '../../unit-model';
import { FUNCTIONS } from '../../quantity';
import { conditionEntries, SET_UP_GROUPS, type ConditionEntry, type ConditionGroup } from '../conditions';
import { methodNames, methodOf, partMethod, requirementsOf } from '../measure';
import type { MeasurementStep, MeasuringMethod, WalkableStep } from '../procedure-document';
import type { PossibleStates } from './possible-states';

/** What one way of a measurement, or one part of a set, needs set up, and where it stands in the document. */
export interface Requirement {
  readonly path: string;
  readonly entries: readonly ConditionEntry[];
}

/** What a step needs set up where these states are possible; nothing where it reads nothing, or proves dead itself. */
export function requirementsAt(
  id: string,
  step: WalkableStep,
  during: PossibleStates,
  wiring: Wiring,
): readonly Requirement[] {
  if (step.kind === 'action' || step.kind === 'observation') {
    const entries = conditionEntries(step.requires).filter(({ group }) => SET_UP_GROUPS.includes(group));
    return entries.length === 0 ? [] : [{ path: `steps.${id}.requires`, entries }];
  }
  if (step.kind !== 'measurement' || step.measure.proofOfDead) return [];
  return methodsWithPath(step, `steps.${id}.measure`).map(([method, path]) => {
    const isCut = isReadCutOff(method, during, wiring);
    const requires = isCut ? method.requires : requirementsOf(wiring.model, method);
    const entries = conditionEntries(requires).filter(({ group }) => SET_UP_GROUPS.includes(group));
    return { path, entries: entries.filter((entry) => !isOfOnePart(step, entry)) };
  });
}

/** Parts that want it in different states are set up one by one, as they are read. */
function isOfOnePart({ measure }: MeasurementStep, { group, id, state }: ConditionEntry): boolean {
  return (measure.set ?? []).some((part) =>
    conditionEntries(part.requires).some((other) => other.group === group && other.id === id && other.state !== state),
  );
}

/** Ohms whose points hands have cut off from every source; an insulation test never is. */
function isReadCutOff(method: MeasuringMethod, during: PossibleStates, wiring: Wiring): boolean {
  if (method.function === undefined) return false;
  const { needsDead, stresses } = FUNCTIONS[method.function];
  return needsDead && !stresses && isCutOff(wiring, pointsOf(method), surely(during));
}

/** Of several ways of a measurement one has to be possible; of a set every part. */
export function isChoiceOfWays(step: WalkableStep): boolean {
  return step.kind === 'measurement' && step.measure.set === undefined && methodNames(step).length > 1;
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

/** Every way of a measurement, or every part of a set, with where it stands. */
function methodsWithPath(step: MeasurementStep, path: string): readonly (readonly [MeasuringMethod, string])[] {
  const { set } = step.measure;
  if (set) return set.map((part, index) => [partMethod(step, part), `${path}.set[${index}]`] as const);
  const names = methodNames(step);
  return names.length === 0
    ? [[methodOf(step), path]]
    : names.map((name) => [methodOf(step, name), `${path}.methods.${name}`] as const);
}
