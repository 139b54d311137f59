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
