import { problemError, type Problem } from '../../unit-model';
import { edgesOf } from '../branching';
import { edgesOfProcedure, reachableSteps } from '../graph';
import { END, isWalkable, type ProcedureDocument, type StepDocument } from '../procedure-document';

/** The chart as a graph: every arrow leads somewhere, every step is reached, no circle without a limit. */
export function lintShape(procedure: ProcedureDocument): Problem[] {
  const missing = missingTargets(procedure);
  return [
    ...missing,
    ...unreachable(procedure),
    ...deadEnds(procedure),
    ...endlessLoops(procedure),
    ...limits(procedure),
  ];
}

function has(procedure: ProcedureDocument, id: string): boolean {
  return id === END || Object.hasOwn(procedure.steps, id);
}

function missingTargets(procedure: ProcedureDocument): Problem[] {
  const problems: Problem[] = [];
  if (!has(procedure, procedure.start)) problems.push(problemError('start', `There is no step "${procedure.start}".`));
  procedure.entries?.forEach((entry, index) => {
    if (entry.at !== undefined && !has(procedure, entry.at)) {
      problems.push(problemError(`entries[${index}].at`, `There is no step "${entry.at}".`));
    }
  });
  for (const edge of edgesOfProcedure(procedure)) {
    if (!has(procedure, edge.to)) {
      problems.push(problemError(`steps.${edge.from}`, `"${edge.outcome}" leads to "${edge.to}", which is no step.`));
    }
  }
  return problems;
}

function unreachable(procedure: ProcedureDocument): Problem[] {
  const reached = reachableSteps(procedure);
  return Object.keys(procedure.steps)
    .filter((id) => !reached.has(id))
    .map((id) => problemError(`steps.${id}`, 'No way leads to this step.'));
}

/** A step from which no conclusion and no end can be reached. */
function deadEnds(procedure: ProcedureDocument): Problem[] {
  const ends = new Set<string>([END]);
  for (const [id, step] of Object.entries(procedure.steps)) if (step.kind === 'conclusion') ends.add(id);
  const edges = edgesOfProcedure(procedure);
  for (let grew = true; grew;) {
    const before = ends.size;
    for (const edge of edges) if (ends.has(edge.to)) ends.add(edge.from);
    grew = ends.size > before;
  }
  return Object.keys(procedure.steps)
    .filter((id) => !ends.has(id))
    .map((id) => problemError(`steps.${id}`, 'Dead end: no conclusion can be reached from here.'));
}

/**
 * A circle that a walk never leaves: a step with a limit goes its other way in the end, and always the same. Found by
 * peeling off steps without a way in or out (Kahn, 1962).
 */
function endlessLoops(procedure: ProcedureDocument): Problem[] {
  const nodes = new Map(Object.entries(procedure.steps).map(([id, step]) => [id, lastingEdges(id, step)]));
  for (let peeled = true; peeled;) {
    const targets = new Set([...nodes.values()].flat());
    const sources = new Set([...nodes].filter(([, next]) => next.some((to) => nodes.has(to))).map(([id]) => id));
    const removable = [...nodes.keys()].filter((id) => !targets.has(id) || !sources.has(id));
    removable.forEach((id) => nodes.delete(id));
    peeled = removable.length > 0;
  }
  const [first] = nodes.keys();
  if (first === undefined) return [];
  const isLimited = [...nodes.keys()].every((id) => isWithLimit(procedure.steps[id]));
  return [
    problemError(
      `steps.${first}`,
      isLimited
        ? `Endless loop: where each of these was walked often enough, exceeded leads round again: ${[...nodes.keys()].join(', ')}.`
        : `Endless loop without a limit: ${[...nodes.keys()].join(', ')}. Give one step atMost and exceeded.`,
    ),
  ];
}

/** Where a step leads however often it is walked. */
function lastingEdges(id: string, step: StepDocument): readonly string[] {
  const edges = edgesOf(id, step);
  return (isWithLimit(step) ? edges.filter(({ outcome }) => outcome === 'exceeded') : edges).map(({ to }) => to);
}

function isWithLimit(step: StepDocument | undefined): boolean {
  return step !== undefined && isWalkable(step) && 'atMost' in step && step.atMost !== undefined;
}

function limits(procedure: ProcedureDocument): Problem[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (!isWalkable(step) || step.kind === 'decide') return [];
    const isHalf = (step.atMost === undefined) !== (step.exceeded === undefined);
    return isHalf ? [problemError(`steps.${id}`, 'atMost and exceeded belong together.')] : [];
  });
}
