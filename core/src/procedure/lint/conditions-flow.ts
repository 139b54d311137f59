import { problemError, problemWarning, type Problem, type Wiring } from '../../unit-model';
import { edgesOf } from '../branching';
import type { ConditionEntry } from '../conditions';
import { deadForHands, touchesWiring } from '../hands';
import { END, isWalkable, type ProcedureDocument, type WalkableStep } from '../procedure-document';
import { applied, changesOn, possible, statesAtStart, statesBefore, type PossibleStates } from './possible-states';
import { isChoiceOfWays, requirementsAt } from './requirements';

/**
 * Along every way of the chart what each measurement requires is set up, and no bypass, lifted lead or held interlock outlives its chart. A chart that is
 * begun in the middle is followed from there as well: see `lintEntries`.
 */
export function lintConditions(procedure: ProcedureDocument, wiring: Wiring): Problem[] {
  const before = statesBefore(procedure, procedure.start, statesAtStart(procedure));
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    const states = before.get(id);
    if (!states || !isWalkable(step)) return [];
    return [
      ...lintRequirements(id, step, states, wiring),
      ...lintHands(id, step, states, wiring),
      ...lintLeftBehind(id, step, states),
    ];
  });
}

function lintRequirements(id: string, step: WalkableStep, states: PossibleStates, wiring: Wiring): Problem[] {
  const during = applied(states, step.kind === 'decide' ? undefined : step.with);
  const problems = requirementsAt(id, step, during, wiring).map(({ path, entries }) =>
    entries.flatMap((entry) => lintRequired(entry, possible(during, entry.group, entry.id), path)),
  );
  return isChoiceOfWays(step) && problems.some((each) => each.length === 0) ? [] : problems.flat();
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

/** What may be altered where the chart ends, and no step puts back. */
function lintLeftBehind(id: string, step: WalkableStep, states: PossibleStates): Problem[] {
  const isEnd =
    edgesOf(id, step).some((edge) => edge.to === END) || (step.kind === 'conclusion' && step.next === undefined);
  if (!isEnd) return [];
  const after = changesOn(step, step.kind === 'action' ? 'done' : 'then').reduce(applied, states);
  return [...after].flatMap(([key, found]) => {
    const [group = '', named = ''] = key.split(' ');
    const words = leftWords(group, named, found);
    return words === undefined ? [] : [problemError(`steps.${id}`, `The chart may end here with ${words}.`)];
  });
}

function leftWords(group: string, id: string, found: ReadonlySet<string>): string | undefined {
  switch (group) {
    case 'bypasses':
      return found.has('in') ? `bypass "${id}" still in` : undefined;
    case 'leads':
      return [...found].some((state) => state !== 'on') ? `lead "${id}" still off` : undefined;
    case 'interlocks':
      return found.has('held') ? `interlock "${id}" still held` : undefined;
    default:
      return undefined;
  }
}
