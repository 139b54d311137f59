import { problemError, type Problem } from '../../unit-model';
import { edgesOf } from '../branching';
import { entrySteps } from '../graph';
import { END, isWalkable, type ProcedureDocument } from '../procedure-document';

/** A decision rests on a step that every way to it has walked: on any other the visit stands still there. */
export function lintDecisions(procedure: ProcedureDocument): Problem[] {
  const before = walkedBefore(procedure);
  return Object.entries(procedure.steps).flatMap(([id, step]) => {
    if (step.kind !== 'decide' || !Object.hasOwn(procedure.steps, step.on)) return [];
    return before.get(id)?.has(step.on) === false
      ? [problemError(`steps.${id}.on`, `Some way here has not been through "${step.on}": nothing is decided then.`)]
      : [];
  });
}

/** The steps every way to a step has walked, to a fixed point. */
function walkedBefore(procedure: ProcedureDocument): ReadonlyMap<string, ReadonlySet<string>> {
  const before = new Map<string, ReadonlySet<string>>(entrySteps(procedure).map((id) => [id, new Set()]));
  const waiting = [...before.keys()];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    const here = before.get(id);
    if (!step || !here || !isWalkable(step)) continue;
    const after = new Set([...here, id]);
    for (const { to } of edgesOf(id, step)) {
      if (to === END) continue;
      const known = before.get(to);
      const common = known ? new Set([...known].filter((each) => after.has(each))) : after;
      if (known?.size === common.size) continue;
      before.set(to, common);
      waiting.push(to);
    }
  }
  return before;
}
