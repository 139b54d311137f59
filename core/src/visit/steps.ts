import {
  END,
  isWalkable,
  isOverZeroBand,
  methodOf,
  outcomeKey,
  skipTarget,
  targetStep,
  type DecideStep,
  type WalkableStep,
} from '../procedure';
import { VERDICTS, type Verdict } from '../verdict';
import type { VisitContext, VisitState } from './visit-state';

/** A step of the chart being walked; undefined when there is none by that id or it cannot be walked yet. */
export function stepOf(
  context: VisitContext,
  state: Pick<VisitState, 'procedure'>,
  id: string | undefined,
): WalkableStep | undefined {
  if (id === undefined || state.procedure === undefined) return undefined;
  const steps = context.procedures[state.procedure]?.steps;
  const step = steps && Object.hasOwn(steps, id) ? steps[id] : undefined;
  return step && isWalkable(step) ? step : undefined;
}

/** The step the technician is at. */
export function currentStep(context: VisitContext, state: VisitState): WalkableStep | undefined {
  return stepOf(context, state, state.step);
}

/** More hops than any chart has decisions in a row. */
const MOST_HOPS = 50;

/**
 * Where a walk that leads to `target` comes to rest: decisions are taken on the way, and a step walked often enough
 * hands over to its `exceeded`.
 */
export function settle(context: VisitContext, state: VisitState, target: string): string {
  let at = target;
  for (let hop = 0; hop < MOST_HOPS; hop += 1) {
    const step = stepOf(context, state, at);
    const next = step && passOver(context, state, at, step);
    if (next === undefined) return at;
    at = next;
  }
  return at;
}

function passOver(context: VisitContext, state: VisitState, id: string, step: WalkableStep): string | undefined {
  if (step.kind === 'decide') return decided(context, state, step);
  if (isWithoutDevice(context, state, step.onlyWith)) return step.notApplicable ?? skipTarget(step);
  const isSpent = step.atMost !== undefined && (state.walks[id] ?? 0) >= step.atMost;
  return isSpent ? step.exceeded : undefined;
}

/** The unit was seen, or is on file, not to have the device; one nobody looked for counts as there. */
function isWithoutDevice({ options }: VisitContext, state: VisitState, device: string | undefined): boolean {
  return device !== undefined && (state.options[device] ?? options?.[device]) === false;
}

function decided(context: VisitContext, state: VisitState, step: DecideStep): string | undefined {
  const outcome = state.outcomes[step.on]?.outcome;
  if (outcome === undefined) return undefined;
  const on = stepOf(context, state, step.on);
  const key =
    on?.kind === 'measurement' && (VERDICTS as readonly string[]).includes(outcome)
      ? outcomeKey(step.cases, outcome as Verdict, isOverZeroBand(methodOf(on)))
      : Object.hasOwn(step.cases, outcome)
        ? outcome
        : 'otherwise';
  const target = key === undefined || !Object.hasOwn(step.cases, key) ? undefined : step.cases[key];
  return target === undefined ? undefined : targetStep(target);
}

/** True once the chart has come to its end. */
export function isChartEnded(state: VisitState): boolean {
  return state.step === END;
}
