import type { MeasurementStep } from '../../procedure';
import { judgeClearance, judgeSet, type JointJudgement, type SetMember } from '../../verdict';
import type { VisitContext, VisitState } from '../record';
import { meterHere } from './meter-here';
import { jointExpectation, openRound, slotsOf, type Round } from './slots';

/** What the parts read before and this one come to together; undefined while others are still to be read. */
export function jointOfParts(
  context: VisitContext,
  state: VisitState,
  { step }: { readonly step: MeasurementStep },
  method: string | undefined,
  part: SetMember,
): JointJudgement | undefined {
  const round = openRound(state);
  // A complete round is over: a new one begins with its first part.
  const isNewRound = slotsOf(context, state, step, method).every(
    ({ id }) => round.read.has(id) || round.waived.has(id),
  );
  const earlier = isNewRound ? [] : membersOf(context, state, step, method, round);
  return jointOf(context, state, step, method, [...earlier.filter(({ id }) => id !== part.id), part]);
}

/** What a round comes to, with what was accepted in it; undefined while parts are still to be read. */
export function jointOfRound(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method: string | undefined,
  round: Round,
): JointJudgement | undefined {
  return jointOf(context, state, step, method, membersOf(context, state, step, method, round));
}

function jointOf(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method: string | undefined,
  members: readonly SetMember[],
): JointJudgement | undefined {
  const inOrder = slotsOf(context, state, step, method).flatMap(({ id }) => members.filter((each) => each.id === id));
  if (inOrder.length < slotsOf(context, state, step, method).length) return undefined;
  if (step.measure.clearance !== undefined) return judgeClearance(inOrder);
  return judgeSet(inOrder, step.measure.patterns, jointExpectation(context, state, step, method), {
    meter: meterHere(context, state),
    leads: { zero: state.leadZero },
  });
}

function membersOf(
  context: VisitContext,
  state: VisitState,
  step: MeasurementStep,
  method: string | undefined,
  { read, waived, accepted }: Round,
): readonly SetMember[] {
  return slotsOf(context, state, step, method).flatMap(({ id, name, function: measured }): SetMember[] => {
    const reason = waived.get(id);
    if (reason !== undefined)
      return [{ id, name: `${name} (waived: ${reason})`, function: measured, verdict: 'within' }];
    const event = read.get(id);
    if (!event) return [];
    const { judgement, reading } = event;
    const taken = accepted.get(event.id);
    const common = { id, name, function: measured, ...(reading ? { reading } : {}) };
    return taken === undefined
      ? [{ ...common, verdict: judgement.verdict, sentence: judgement.sentence }]
      : [{ ...common, verdict: taken, isAccepted: true }];
  });
}
