import { elementName, REFUSALS } from '../../unit-model';
import type { VisitContext, VisitState } from '../record';
import { transferRefusal } from './transfer';

/** A renewed board that must not get power yet: something that plugs into it is shorted, or was not read. */
export interface Uncleared {
  readonly board: string;
  readonly stands: 'open' | 'shorted' | 'unlike';
}

/** The first board that stands against power. One that no chart can clear is left to the technician. */
export function unclearedBoard(
  context: VisitContext,
  { clearances }: Pick<VisitState, 'clearances'>,
): Uncleared | undefined {
  for (const [board, stands] of Object.entries(clearances)) {
    if (stands === 'shorted' || stands === 'unlike' || (stands === 'open' && canBeCleared(context, board)))
      return { board, stands };
  }
  return undefined;
}

function canBeCleared({ procedures }: VisitContext, board: string): boolean {
  return Object.values(procedures).some(({ steps }) =>
    Object.values(steps).some((step) => step.kind === 'measurement' && step.measure.clearance === board),
  );
}

/** Why no supply may go on yet, in one sentence; undefined where nothing stands against it. */
export function powerUpRefusal(context: VisitContext, state: VisitState): string | undefined {
  const uncleared = unclearedBoard(context, state);
  if (!uncleared) return transferRefusal(context, state);
  const name = elementName(context.model, uncleared.board);
  return { shorted: REFUSALS.boardShorted, unlike: REFUSALS.boardUnlike, open: REFUSALS.boardNotCleared }[
    uncleared.stands
  ](name);
}
