import { edgesOf, targetStep, type ProcedureDocument } from '../../procedure';
import type { VisitState } from '../record';

/** How a visit stands in its chart. */
export interface ChartProgress {
  readonly current?: string;
  /** Steps walked, in the order first walked; taken back ones left out. */
  readonly walked: readonly string[];
  /** Arrows taken, as `edgeKey`. */
  readonly taken: ReadonlySet<string>;
  /** Steps that can still be come to from here. */
  readonly ahead: ReadonlySet<string>;
}

export function edgeKey(from: string, to: string): string {
  return JSON.stringify([from, to]);
}

/** The way walked, where the visit stands and what is left of the chart. */
export function chartProgress(procedure: ProcedureDocument, state: VisitState): ChartProgress {
  const passed = state.trail.flatMap(({ event, standing }) =>
    standing === 'walked' && 'next' in event && event.next !== undefined && event.step !== undefined
      ? [{ step: event.step, next: event.next }]
      : [],
  );
  const taken = new Set<string>();
  passed.forEach(({ step, next }, index) => {
    taken.add(edgeKey(step, next));
    const arrived = passed[index + 1]?.step ?? state.step;
    for (const key of throughDecisions(procedure, next, arrived)) taken.add(key);
  });
  const steps = passed
    .flatMap(({ step, next }) => [step, ...(procedure.steps[next]?.kind === 'decide' ? [next] : [])])
    .filter((id) => Object.hasOwn(procedure.steps, id));
  return {
    ...(state.step === undefined ? {} : { current: state.step }),
    walked: [...new Set(steps)],
    taken,
    ahead: reachableFrom(procedure, state.step),
  };
}

/** Decisions walk themselves: the arrows from one to where the visit came to rest. */
function throughDecisions(procedure: ProcedureDocument, from: string, to: string | undefined): readonly string[] {
  const keys: string[] = [];
  const seen = new Set<string>();
  let at = from;
  while (to !== undefined && at !== to && !seen.has(at)) {
    seen.add(at);
    const step = Object.hasOwn(procedure.steps, at) ? procedure.steps[at] : undefined;
    if (step?.kind !== 'decide') return keys;
    const targets = Object.values((step as { cases: Readonly<Record<string, string>> }).cases).map(targetStep);
    const next = targets.find((target) => target === to) ?? targets[0];
    if (next === undefined) return keys;
    keys.push(edgeKey(at, next));
    at = next;
  }
  return keys;
}

function reachableFrom(procedure: ProcedureDocument, start: string | undefined): ReadonlySet<string> {
  const seen = new Set<string>();
  const waiting = start === undefined ? [procedure.start] : [start];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    if (step) waiting.push(...edgesOf(id, step).map(({ to }) => to));
  }
  return seen;
}
