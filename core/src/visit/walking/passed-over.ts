import { isWalkable, wayTo, type ProcedureDocument, type WalkableStep } from '../../procedure';
import { isDecided, type TrailLine, type VisitContext, type VisitState } from '../record';
import { stepTitle } from './step-title';
import { stepIn } from './steps';

/** A look that keeps somebody safe: whatever begins or goes on behind it, it comes first. */
export function isSafetyLook(step: WalkableStep | undefined): boolean {
  return step?.kind === 'observation' && step.skippable === false;
}

/** Steps of the chart's own way to a step that were not walked yet. */
export function passedOver(
  procedure: ProcedureDocument | undefined,
  walked: ReadonlySet<string>,
  to: string,
): readonly string[] {
  return procedure ? wayTo(procedure, to).filter((id) => id !== to && !walked.has(id)) : [];
}

/** Where going to a step leads: to the first look on its way that keeps somebody safe and was not made, else to the step. */
export function firstBefore(context: VisitContext, { procedure, trail }: VisitState, to: string): string {
  const walked = walkedSince(trail, procedure, begunAt(trail));
  const over = passedOver(context.procedures[procedure ?? ''], walked, to);
  return over.find((id) => isSafetyLook(stepIn(context, procedure, id))) ?? to;
}

/** Index of the line that began the chart which is walked at the end of these lines. */
function begunAt(trail: readonly TrailLine[]): number {
  return Math.max(
    0,
    trail.findLastIndex(({ event, standing }) => event.type === 'procedure-started' && standing !== 'retracted'),
  );
}

function walkedSince(trail: readonly TrailLine[], chart: string | undefined, begun: number): ReadonlySet<string> {
  return new Set(
    trail.slice(begun).flatMap(({ event, chart: its, standing }) =>
      its === chart &&
      (standing === 'walked' || standing === 'evidence') &&
      // What does not count has not been read.
      (event.type !== 'reading-taken' || isDecided(event)) &&
      'step' in event &&
      event.step !== undefined
        ? [event.step]
        : [],
    ),
  );
}

/** A step of a chart that somebody went past, and where in the log. */
export interface NeverWalked {
  readonly chart: string;
  readonly step: string;
  readonly words: string;
  readonly index: number;
}

/**
 * What the chart wanted read or looked at on the way to where somebody went straight, and nobody has since: it is not
 * proven, whatever was found behind it. In the order of the way.
 */
export function neverWalked({ procedures }: VisitContext, trail: readonly TrailLine[]): readonly NeverWalked[] {
  // Many jumps of one walk through a chart ask for the same steps.
  const known = new Map<string, ReadonlySet<string>>();
  const walkedFrom = (chart: string, begun: number): ReadonlySet<string> => {
    const key = `${begun} ${chart}`;
    const walked = known.get(key) ?? walkedSince(trail, chart, begun);
    known.set(key, walked);
    return walked;
  };
  const found = trail.flatMap(({ event, chart, standing }, index): readonly NeverWalked[] => {
    if (standing === 'retracted' || chart === undefined) return [];
    const to = event.type === 'step-jumped' ? event.to : event.type === 'procedure-started' ? event.start : undefined;
    const procedure = procedures[chart];
    if (to === undefined || !procedure) return [];
    // What was walked before this chart was begun does not count; what is walked later makes up for what was passed over.
    const walked = walkedFrom(chart, begunAt(trail.slice(0, index + 1)));
    return passedOver(procedure, walked, to).flatMap((id): readonly NeverWalked[] => {
      const step = procedure.steps[id];
      const counts = step && isWalkable(step) && (step.kind === 'measurement' || step.kind === 'observation');
      return counts ? [{ chart, step: id, words: `${stepTitle(procedure.steps, id)}: passed over`, index }] : [];
    });
  });
  return found.filter(
    (each, at) => found.findIndex(({ chart, step }) => chart === each.chart && step === each.step) === at,
  );
}
