import type { UnitModelDocument } from './unit-model-document';

/** Words for a board that name none; common practice, no source. */
const ANY_BOARD = /\b(board|pcb|pcba|control(ler)? (unit|module)|circuit card)s?\b/i;

/**
 * The boards that somebody's words for a part mean: an id, a name or a number among other words. Where
 * they say no more than "the board", each of them may be meant.
 *
 * @example boardsMeant({ boards: [{ id: 'CB', name: 'Pump board' }, { id: 'LB', name: 'Line board' }] }, 'new pump board, used') // ["CB"]
 */
export function boardsMeant(model: Pick<UnitModelDocument, 'boards'>, words: string): readonly string[] {
  const said = wordsOf(words);
  const named = model.boards.filter(({ id, name, number }) =>
    [id, name, number].some((each) => each !== undefined && [...wordsOf(each)].every((word) => said.has(word))),
  );
  if (named.length > 0) return named.map(({ id }) => id);
  return ANY_BOARD.test(words) ? model.boards.map(({ id }) => id) : [];
}

/** Whether somebody's words for a part mean a board, also of a machine nobody has drawn. */
export function meansBoard(model: UnitModelDocument, words: string): boolean {
  return boardsMeant(model, words).length > 0 || ANY_BOARD.test(words);
}

function wordsOf(text: string): ReadonlySet<string> {
  return new Set(text.toLowerCase().match(/[\p{L}\p{N}-]+/gu) ?? []);
}
