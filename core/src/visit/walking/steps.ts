import {
  END,
  isWalkable,
  isOverZeroBand,
  methodOf,
  outcomeKey,
  PROVE_DEAD_PROCEDURE,
  skipTarget,
  targetStep,
  type DecideStep,
  type WalkableStep,
} from '../../procedure';
import { VERDICTS, type Verdict } from '../../verdict';
import type { VisitContext, VisitState } from '../record';

/** A step of a chart; undefined when there is none by that id or it cannot be walked yet. */
export function stepIn(
  { procedures }: Pick<VisitContext, 'procedures'>,
  chart: string | undefined,
  id: string | undefined,
): WalkableStep | undefined {
  if (id === undefined || chart === undefined || !Object.hasOwn(procedures, chart)) return undefined;
  const steps = procedures[chart]?.steps;
  const step = steps && Object.hasOwn(steps, id) ? steps[id] : undefined;
  return step && isWalkable(step) ? step : undefined;
}

/** A step of the chart that is walked now. What belongs to a line of the record stands on the line itself. */
export function stepOf(
  context: VisitContext,
  state: Pick<VisitState, 'procedure'>,
  id: string | undefined,
): WalkableStep | undefined {
  return stepIn(context, state.procedure, id);
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
      ? outcomeKey(step.cases, outcome as Verdict, isOverZeroBand(methodOf(on, state.outcomes[step.on]?.method)))
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

/**
 * No chart of the trade: none at all, or the one that only proves dead.
 *
 * @example isFreeChart(undefined) // true
 * @example isFreeChart('pump-does-not-start') // false
 */
export function isFreeChart(chart: string | undefined): boolean {
  return chart === undefined || chart === PROVE_DEAD_PROCEDURE;
}
