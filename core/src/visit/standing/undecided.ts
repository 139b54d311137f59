import { branchFor, isOverZeroBand, methodOf, outcomesOf, type MeasurementStep } from '../../procedure';
import { FUNCTIONS } from '../../quantity';
import type { JointJudgement, Verdict } from '../../verdict';
import { measuredOutcome, type EventOf, type VisitContext, type VisitState } from '../record';
import { jointOfRound, judgedRound, slotsOf, type Round } from '../reading';
import { readingHere } from './here';

/** A reading that leads nowhere by itself, too close to call or reversed, with what it may be taken for and where that leads. */
export interface UndecidedHere {
  /** The reading to decide: of a set the first part that is too close to call. */
  readonly event: EventOf<'reading-taken'>;
  /** What that part is called. */
  readonly part?: string;
  readonly verdict: 'undecided' | 'reversed';
  readonly choices: readonly UndecidedChoice[];
  readonly sentence: string;
  readonly waysToDecide: readonly string[];
}

export interface UndecidedChoice {
  readonly verdict: Verdict;
  /** What the set comes to with that. */
  readonly joint?: JointJudgement;
  /** Where it leads; missing while other parts of the set are still too close to call. */
  readonly next?: string;
}

/** The newest reading here, where it could not be decided: it may be accepted by name, part by part in a set. */
export function undecidedHere(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
): UndecidedHere | undefined {
  return undecidedPart(context, state, step) ?? undecidedReading(state, step);
}

/** A single reading, or a set that is too close to call as a whole. */
function undecidedReading(state: VisitState, step: MeasurementStep): UndecidedHere | undefined {
  const event = readingHere(state);
  if (!event || event.next !== undefined || (event.part !== undefined && !event.joint)) return undefined;
  const { verdict: found } = measuredOutcome(event);
  if (found !== 'undecided' && found !== 'reversed') return undefined;
  const { sentence, waysToDecide = [] } = event.joint ?? event.judgement;
  const isWholeSet = event.joint !== undefined && !step.measure.chain;
  // Where the probes do sit right, the sign is wrong: that is less than it should be.
  const sides = found === 'reversed' ? LOW : isWholeSet ? ALIKE_OR_NOT : sidesOf(event, step);
  const overZero = isOverZeroBand(methodOf(step, event.method));
  const choices = sides.flatMap((verdict): UndecidedChoice[] => {
    const next = branchFor(outcomesOf(step, event.method).branches, verdict, overZero);
    return next === undefined ? [] : [{ verdict, next }];
  });
  return { event, verdict: found, choices, sentence, waysToDecide };
}

const LOW: readonly Verdict[] = ['low'];
const ALIKE_OR_NOT: readonly Verdict[] = ['within', 'unbalanced'];

/** The first part of the set judged last that is too close to call: with each choice the whole is judged again. */
function undecidedPart(context: VisitContext, state: VisitState, step: MeasurementStep): UndecidedHere | undefined {
  const round = step.measure.chain ? undefined : judgedRound(state);
  const open = round && stillOpen(round);
  const [event] = open ?? [];
  const { verdict: found, sentence, waysToDecide = [] } = event?.judgement ?? {};
  if (!round || !open || !event || sentence === undefined || !isTooClose(found)) return undefined;
  const withAll = (verdict: Verdict): JointJudgement | undefined => {
    const accepted = new Map([...round.accepted, ...open.map(({ id }) => [id, verdict] as const)]);
    return jointOfRound(context, state, step, event.method, { ...round, accepted });
  };
  // Whether they are alike is a matter of all of them: no decision on one part settles it.
  if (isTooClose(withAll('within')?.verdict)) return undefined;
  const sides = found === 'reversed' ? LOW : sidesOf(event, step);
  const overZero = isOverZeroBand(methodOf(step, event.method));
  const choices = sides.flatMap((verdict): UndecidedChoice[] => {
    const accepted = new Map([...round.accepted, [event.id, verdict]]);
    const joint = jointOfRound(context, state, step, event.method, { ...round, accepted });
    const outcome = joint && { verdict: joint.verdict, ...(joint.pattern ? { pattern: joint.pattern } : {}) };
    const next = outcome && branchFor(outcomesOf(step, event.method).branches, outcome, overZero);
    return next === undefined && open.length === 1 ? [] : [withJoint(verdict, joint, next)];
  });
  const part = slotsOf(context, state, step, event.method).find(({ id }) => id === event.part)?.name;
  return { event, ...(part === undefined ? {} : { part }), verdict: found, choices, sentence, waysToDecide };
}

/** What the set comes to is kept with the choice that leads on. */
function withJoint(verdict: Verdict, joint: JointJudgement | undefined, next: string | undefined): UndecidedChoice {
  return next === undefined ? { verdict } : { verdict, ...(joint ? { joint } : {}), next };
}

function isTooClose(verdict: Verdict | undefined): verdict is 'undecided' | 'reversed' {
  return verdict === 'undecided' || verdict === 'reversed';
}

function stillOpen({ read, accepted }: Round): readonly EventOf<'reading-taken'>[] {
  return [...read.values()].filter(({ id, judgement }) => isTooClose(judgement.verdict) && !accepted.has(id));
}

/**
 * Within, and beyond every limit that its interval straddles. Of a polar quantity that should be next to nothing both
 * limits are one: too much, whichever way round the probes are.
 */
function sidesOf(event: EventOf<'reading-taken'>, step: MeasurementStep): readonly Verdict[] {
  const { branches } = outcomesOf(step, event.method);
  const { judgement, expectation } = event;
  const { low, high } = judgement.interval ?? {};
  const straddlesLow = expectation?.low !== undefined && low !== undefined && low < expectation.low;
  const straddlesHigh = expectation?.high !== undefined && (high ?? Infinity) > expectation.high;
  const isOneLimit =
    FUNCTIONS[event.function].polar &&
    expectation?.low === -(expectation?.high ?? NaN) &&
    branches['low'] === undefined;
  if (isOneLimit) return straddlesLow || straddlesHigh ? ['within', 'high'] : ['within'];
  return ['within', ...(straddlesLow ? (['low'] as const) : []), ...(straddlesHigh ? (['high'] as const) : [])];
}
