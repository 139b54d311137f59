import { stateOf, type ConditionGroup, type Conditions } from '../procedure';
import { eventWords, type TrailLine, type VisitContext, type VisitState } from '../visit';

/** Something that hands changed at the machine: what was seen before it was seen of another machine. */
export interface Intervention {
  /** Place in the log. */
  readonly index: number;
  readonly words: string;
  /** A part was renewed or repaired. */
  readonly isRenewal: boolean;
  /** It may have cured something: a jumper that comes and goes cures nothing. */
  readonly mayCure: boolean;
}

/** What is put back after a test, and what a test is done with. */
const TOUCHED = ['connectors', 'leads', 'parts', 'positions', 'bypasses', 'interlocks'] as const;
const CURES_NOTHING: ReadonlySet<ConditionGroup> = new Set(['bypasses', 'interlocks']);

/** Every change at the machine, in the order of the log, whichever kind of entry tells of it. */
export function interventionsOf(context: VisitContext, state: VisitState): readonly Intervention[] {
  return state.trail.flatMap((line, index): Intervention[] => {
    const renewal = isRenewalLine(line);
    const touched = touchedBetween(line.conditions, state.trail[index + 1]?.conditions ?? state.conditions);
    if (!renewal && touched.length === 0) return [];
    return [
      {
        index,
        words: eventWords(context, state, line).title,
        isRenewal: renewal,
        mayCure: renewal || touched.some((group) => !CURES_NOTHING.has(group)),
      },
    ];
  });
}

function isRenewalLine({ event, standing, step }: TrailLine): boolean {
  if (standing === 'retracted') return false;
  if (event.type === 'action-done') return step?.kind === 'action' && step.fits !== undefined;
  return event.type === 'part-fitted' || event.type === 'repair-done';
}

/** Groups in which something stands otherwise; what is only now told of a setting was not turned. */
function touchedBetween(before: Conditions, after: Conditions): readonly ConditionGroup[] {
  if (before === after) return [];
  return TOUCHED.filter((group) => {
    const [then, now] = [before[group] ?? {}, after[group] ?? {}];
    if (then === now) return false;
    return [...new Set([...Object.keys(then), ...Object.keys(now)])].some((id) =>
      group === 'positions'
        ? then[id] !== undefined && then[id] !== now[id]
        : stateOf(before, group, id) !== stateOf(after, group, id),
    );
  });
}
