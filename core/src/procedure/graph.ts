import { edgesOf, type Edge } from './branching';
import { END, type ProcedureDocument } from './procedure-document';

/** Every arrow of the chart. */
export function edgesOfProcedure(procedure: ProcedureDocument): readonly Edge[] {
  return Object.entries(procedure.steps).flatMap(([id, step]) => edgesOf(id, step));
}

/** Where walks begin: the start and every entry that begins in the middle. */
export function entrySteps(procedure: ProcedureDocument): readonly string[] {
  const entries = (procedure.entries ?? []).flatMap((entry) => (entry.at === undefined ? [] : [entry.at]));
  return [...new Set([procedure.start, ...entries])];
}

/** Steps that can be reached from the starts. */
export function reachableSteps(procedure: ProcedureDocument): ReadonlySet<string> {
  const seen = new Set<string>();
  const waiting = entrySteps(procedure).filter((id) => Object.hasOwn(procedure.steps, id));
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    const step = procedure.steps[id];
    if (!step) continue;
    for (const edge of edgesOf(id, step)) {
      if (edge.to !== END && Object.hasOwn(procedure.steps, edge.to)) waiting.push(edge.to);
    }
  }
  return seen;
}

/** Most steps still ahead, `id` included, on any way that does not walk in circles. */
export function longestWayFrom(procedure: ProcedureDocument, id: string): number {
  const onWay = new Set<string>();
  const known = new Map<string, number>();
  const visit = (at: string): number => {
    const step = Object.hasOwn(procedure.steps, at) ? procedure.steps[at] : undefined;
    if (!step || onWay.has(at)) return 0;
    const before = known.get(at);
    if (before !== undefined) return before;
    onWay.add(at);
    const ahead = Math.max(0, ...edgesOf(at, step).map((edge) => visit(edge.to)));
    onWay.delete(at);
    // A decision walks itself and is no step for the technician.
    const length = ahead + (step.kind === 'decide' ? 0 : 1);
    known.set(at, length);
    return length;
  };
  return visit(id);
}

/** Steps on the shortest way from the start to a step, the start first and the step left out. */
export function wayTo(procedure: ProcedureDocument, target: string): readonly string[] {
  const before = new Map<string, string>();
  const waiting = [procedure.start];
  const seen = new Set(waiting);
  for (let id = waiting.shift(); id !== undefined && id !== target; id = waiting.shift()) {
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    for (const { to } of step ? edgesOf(id, step) : []) {
      if (to === END || seen.has(to)) continue;
      seen.add(to);
      before.set(to, id);
      waiting.push(to);
    }
  }
  const way: string[] = [];
  for (let id = before.get(target); id !== undefined; id = before.get(id)) way.unshift(id);
  return way;
}

const reached = new WeakMap<ProcedureDocument, Map<string, ReadonlySet<string>>>();

/** Whether some way of the chart leads from one step on to another. */
export function leadsTo(procedure: ProcedureDocument, from: string, to: string): boolean {
  const known = reached.get(procedure) ?? new Map<string, ReadonlySet<string>>();
  reached.set(procedure, known);
  const found = known.get(from) ?? behind(procedure, from);
  known.set(from, found);
  return found.has(to);
}

/** Every step that ways from this one come to. */
function behind(procedure: ProcedureDocument, from: string): ReadonlySet<string> {
  const seen = new Set<string>();
  const waiting = [from];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    for (const { to } of step ? edgesOf(id, step) : []) {
      if (seen.has(to)) continue;
      seen.add(to);
      waiting.push(to);
    }
  }
  return seen;
}
