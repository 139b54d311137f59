import { boardsMeant } from '../../unit-model';
import type { Clearance, VisitContext, VisitState } from '../record';
import { changed } from '../walking';

/** A part that was put in. */
export function fittedPart(context: VisitContext, state: VisitState, part: string, event: string): VisitState {
  return toBeCleared(context, changed(state, { fitted: { [part]: event } }), part);
}

/** A new board, by whatever words it is called, gets no power before what plugs into it is cleared. */
export function toBeCleared({ model }: VisitContext, state: VisitState, words: string): VisitState {
  const open = boardsMeant(model, words).map((board): [string, Clearance] => [board, 'open']);
  return open.length === 0 ? state : { ...state, clearances: { ...state.clearances, ...Object.fromEntries(open) } };
}

const RENEWED = /\b(new|renewed?|replaced?|swapped|exchanged|fitted|changed|installed)\b/i;

/** Whether the words for a repair say that something else was put in. */
export function isRenewal(words: string): boolean {
  return RENEWED.test(words);
}
