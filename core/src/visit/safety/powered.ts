import { unclearedBoard } from './uncleared';
import type { VisitContext, VisitState } from '../record';

/** What was switched on is on, whatever stood against it; that it was is not forgotten. */
export function powered(context: VisitContext, before: VisitState, after: VisitState, event: string): VisitState {
  if (before.conditions === after.conditions && before.clearances === after.clearances) return after;
  const board = poweredBoard(context, after);
  return board === undefined || poweredBoard(context, before) !== undefined
    ? after
    : { ...after, poweredUncleared: [...after.poweredUncleared, { board, event }] };
}

/** The renewed board that has power and was not cleared. */
function poweredBoard(context: VisitContext, { conditions, clearances }: VisitState): string | undefined {
  const isOn = Object.values(conditions.supplies ?? {}).includes('on');
  return isOn ? unclearedBoard(context, { clearances })?.board : undefined;
}
