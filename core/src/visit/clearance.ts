import { branchFor, type ActionStep } from '../procedure';
import { elementName } from '../unit-model';
import type { PartWaived } from './clearance-events';
import { askedReading, jointOfParts } from './enter-reading';
import { slotsOf } from './slots';
import type { VisitContext, VisitState } from './visit-state';

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

/** Why no supply may go on yet, in one sentence; undefined where nothing stands against it. */
export function powerUpRefusal(context: VisitContext, state: VisitState): string | undefined {
  const [board, stands] = Object.entries(state.clearances).find(
    ([id, clearance]) => clearance === 'shorted' || (clearance === 'open' && canBeCleared(context, id)),
  ) ?? [undefined, undefined];
  if (board === undefined) return undefined;
  const name = elementName(context.model, board);
  return stands === 'shorted'
    ? `${name} gets no power: something that plugs into it is shorted. Mend that and clear it again.`
    : `${name} is new and gets no power before everything that plugs into it is read for shorts.`;
}

/** Whether an action puts a supply on. */
export function powersUp(step: ActionStep): boolean {
  const changes = [step.sets, ...(step.recipe ?? []).map(({ sets }) => sets)];
  return changes.some((change) => Object.values(change?.supplies ?? {}).includes('on'));
}

function canBeCleared({ procedures }: VisitContext, board: string): boolean {
  return Object.values(procedures).some(({ steps }) =>
    Object.values(steps).some((step) => step.kind === 'measurement' && step.measure.clearance === board),
  );
}
