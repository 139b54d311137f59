import { edgesOf } from '../branching';
import { END, isWalkable, type ProcedureDocument, type WalkableStep } from '../procedure-document';

/** What is followed along the ways of a chart. */
export interface Flow<State> {
  /** Where walks begin, and what holds there. */
  readonly begin: Iterable<readonly [string, State]>;
  /** What a step makes of it before any way out is taken. */
  readonly within?: (step: WalkableStep, state: State) => State;
  /** What leaving it by an outcome makes of that. */
  readonly leaving: (id: string, step: WalkableStep, state: State, outcome: string) => State;
  /** What holds where two ways meet; the first itself where the second brings nothing new. */
  readonly meeting: (known: State, other: State) => State;
}

/**
 * What holds before every step that a walk can come to, over all ways that lead there: followed along every way of the
 * chart to a fixed point (forward data-flow analysis; Kildall, 1973).
 */
export function followed<State>(procedure: ProcedureDocument, flow: Flow<State>): ReadonlyMap<string, State> {
  const before = new Map<string, State>(flow.begin);
  const waiting = [...before.keys()];
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    const step = Object.hasOwn(procedure.steps, id) ? procedure.steps[id] : undefined;
    if (!step || !isWalkable(step) || !before.has(id)) continue;
    const state = before.get(id) as State;
    const here = flow.within?.(step, state) ?? state;
    for (const { outcome, to } of edgesOf(id, step)) {
      if (to === END) continue;
      const after = flow.leaving(id, step, here, outcome);
      const isKnown = before.has(to);
      const known = before.get(to) as State;
      const met = isKnown ? flow.meeting(known, after) : after;
      if (isKnown && met === known) continue;
      before.set(to, met);
      waiting.push(to);
    }
  }
  return before;
}

/** What two ways have in common; the first itself where it is the same. */
export function common(known: ReadonlySet<string>, other: ReadonlySet<string>): ReadonlySet<string> {
  const both = [...known].filter((each) => other.has(each));
  return both.length === known.size ? known : new Set(both);
}
