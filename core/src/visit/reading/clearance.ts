import { branchFor, type ActionStep } from '../../procedure';
import type { PartWaived, VisitContext, VisitState } from '../record';
import { askedReading } from './enter-reading';
import { jointOfParts } from './joint-of-parts';
import { slotsOf } from './slots';

/** The event that waives the part asked for; undefined where none is, or no reason is given. */
export function waivePart(context: VisitContext, state: VisitState, reason: string): PartWaived | undefined {
  const asked = askedReading(context, state);
  const words = reason.trim();
  if (!asked?.slot || asked.step.measure.clearance === undefined || words === '' || state.step === undefined)
    return undefined;
  const { slot, step } = asked;
  const name = slotsOf(context, state, step).find(({ id }) => id === slot.id)?.name ?? slot.id;
  const joint = jointOfParts(context, state, asked, undefined, {
    id: slot.id,
    name: `${name} (waived: ${words})`,
    function: asked.function,
    verdict: 'within',
  });
  const next = joint && branchFor(step.branches, joint, false);
  return {
    type: 'part-waived',
    step: state.step,
    part: slot.id,
    reason: words,
    ...(joint ? { joint } : {}),
    ...(next === undefined ? {} : { next }),
  };
}

/** Whether an action puts a supply on. */
export function powersUp(step: ActionStep): boolean {
  const changes = [step.sets, ...(step.recipe ?? []).map(({ sets }) => sets)];
  return changes.some((change) => Object.values(change?.supplies ?? {}).includes('on'));
}
