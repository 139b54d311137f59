import type { TrailLine, VisitContext, VisitState } from '../record';
import type { Alteration } from './alteration';
import { alterationsOf } from './alterations';

/**
 * A visit is closed. Closed on one tablet while another had put a jumper in it stays open, until hands have taken that
 * out.
 */
export function closed(context: VisitContext, state: VisitState): VisitState {
  const blocking = alterationsOf(context, state).filter(({ isBlocking }) => isBlocking);
  return blocking.length > 0 ? undone(state, blocking) : { ...opened(state), closed: true };
}

/** Open, with nothing to say about an earlier closing. */
export function opened({ closingUndone: _undone, ...state }: VisitState): VisitState {
  return { ...state, closed: false };
}

/**
 * A closing holds for the machine as it was told: what is altered since, or was altered before and is told late, opens
 * the visit again, whoever logged it and in whichever order it arrived.
 */
export function closedStands(
  context: VisitContext,
  before: VisitState,
  after: VisitState,
  line: TrailLine,
): VisitState {
  if (!before.closed || !after.closed) return after;
  const had = new Set(alterationsOf(context, before).map(keyOf));
  const now = alterationsOf(context, { ...after, trail: [...before.trail, line] });
  const told = now.filter((each) => each.isBlocking || !had.has(keyOf(each)));
  return told.length > 0 ? undone(after, told) : after;
}

function undone(state: VisitState, alterations: readonly Alteration[]): VisitState {
  return { ...state, closed: false, closingUndone: alterations.map(({ words }) => words) };
}

/** Not its words: a plug in nobody's sight is worded otherwise, and is the same plug. */
function keyOf({ kind, id }: Alteration): string {
  return `${kind} ${id}`;
}
