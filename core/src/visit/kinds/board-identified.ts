import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { graded } from './words';

/** Stands for the board of a machine without a wiring list. */
export const OTHER_BOARD = 'board';

/** The number on the board itself, with its revision suffix. */
export interface BoardIdentified {
  readonly type: 'board-identified';
  readonly board: string;
  readonly number: string;
  readonly grade: Grade;
}

export const boardIdentified: EventKind<BoardIdentified> = {
  ...TOUCHES_NOTHING,
  refersTo: ({ board }) => (board === OTHER_BOARD ? [] : [{ field: 'board', to: 'board', id: board }]),
  words: (_context, _state, { event: { board, number, grade } }) => ({
    kind: 'look',
    title: `Board ${board}: ${number}`,
    detail: graded(grade),
  }),
};
