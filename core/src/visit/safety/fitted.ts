import type { VisitContext, VisitState } from '../record';
import { changed } from '../walking';

/** A new board gets no power before what plugs into it is cleared. */
export function fittedPart({ model }: VisitContext, state: VisitState, part: string, event: string): VisitState {
  const fitted = changed(state, { fitted: { [part]: event } });
  const isBoard = model.boards.some(({ id }) => id === part);
  return isBoard ? { ...fitted, clearances: { ...fitted.clearances, [part]: 'open' } } : fitted;
}
