import { evaluate, type World } from '../expression';
import { SEQUENCE_END } from '../unit-model';
import { stageOf, type SequencePlan } from './sequence-plan';

/** Where a sequence stands. */
export interface Running {
  /** `@end` before it starts and after it is over. */
  readonly stage: string;
  /** Seconds on the caller's clock at which the stage began. */
  readonly since: number;
  /** Failures of each stage since the call was made. */
  readonly failures: Readonly<Record<string, number>>;
  /** Stages entered, in order, with the time. */
  readonly entered: readonly { readonly stage: string; readonly at: number }[];
}

export const AT_REST: Running = { stage: SEQUENCE_END, since: 0, failures: {}, entered: [] };

/** More stages in one instant than any sequence has. */
const MOST_STEPS = 100;

/**
 * The state after the time has come to `now`: what a controller does. Stages are left when their expression is so or
 * their time is over; one that is late goes where its failure leads. Nothing but the arguments decides.
 */
export function advance(plan: SequencePlan, before: Running, world: World, now: number): Running {
  let state = before;
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const next = advanced(plan, state, world, now);
    if (next === state) return state;
    state = next;
  }
  return state;
}

function advanced(plan: SequencePlan, state: Running, world: World, now: number): Running {
  const { document, start, permissive, stages } = plan;
  const called = evaluate(start, world);
  if (state.stage === SEQUENCE_END) {
    const [first] = stages;
    // One call runs once: it has to go before it starts anew.
    const isNew = called && first && !('@call' in state.failures);
    if (isNew) return entered({ ...state, failures: { '@call': 1 } }, first.id, now);
    return !called && '@call' in state.failures ? { ...state, failures: {} } : state;
  }
  const stage = stageOf(plan, state.stage);
  if (!stage) return state;
  const isLockedOut = stage.document.holdOff === 'lock-out';
  const isStopping = state.stage === document.stop || isLockedOut;
  // A call that has gone and comes back before the stop is over starts again at once.
  if (isStopping && !isLockedOut) {
    if (!called && '@call' in state.failures) return { ...state, failures: {} };
    const [first] = stages;
    if (called && first && !('@call' in state.failures))
      return entered({ ...state, failures: { '@call': 1 } }, first.id, now);
  }
  // Without a call nothing is commanded any more, but what its stop still does.
  if (!called && !isStopping) return entered(state, document.stop ?? SEQUENCE_END, now);
  if (permissive && document.interrupted !== undefined && state.stage !== document.interrupted && !isStopping) {
    if (!evaluate(permissive, world)) return entered(state, document.interrupted, now);
  }
  const elapsed = now - state.since;
  if (stage.isTimed) {
    const lasts = stage.lasts ?? stage.choices[0] ?? 0;
    return elapsed >= lasts ? entered(state, stage.next, state.since + lasts) : state;
  }
  if (stage.until === undefined) return state;
  if (elapsed >= stage.earliest && elapsed <= stage.latest && evaluate(stage.until, world))
    return entered(state, stage.next, now);
  return elapsed > stage.latest && stage.otherwise ? failed(state, stage.otherwise, stage.id, now) : state;
}

function failed(
  state: Running,
  otherwise: { readonly stage: string; readonly tries: number; readonly then: string },
  stage: string,
  now: number,
): Running {
  const count = (state.failures[stage] ?? 0) + 1;
  const target = count >= otherwise.tries ? otherwise.then : otherwise.stage;
  return entered({ ...state, failures: { ...state.failures, [stage]: count } }, target, now);
}

function entered(state: Running, stage: string, at: number): Running {
  return { ...state, stage, since: at, entered: [...state.entered, { stage, at }] };
}

/** Board functions the sequence commands now. */
export function commandedBy(plan: SequencePlan, state: Running): readonly string[] {
  return stageOf(plan, state.stage)?.on ?? [];
}
