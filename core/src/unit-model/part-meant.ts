import { boardsMeant } from './boards-meant';
import { itemOf } from './unit-model';
import type { UnitModelDocument } from './unit-model-document';

/**
 * The item that an element or somebody's words for a part mean: the board of a board function, a device by its id, its
 * name or its number, the only board there is for "the board". Words that mean nothing on file stand for themselves.
 *
 * @example partMeant({ boards: [], devices: [{ id: 'FS1', kind: 'switch', name: 'Float switch' }] }, 'new float switch') // "FS1"
 */
export function partMeant(model: Pick<UnitModelDocument, 'boards' | 'devices'>, words: string): string {
  const item = itemOf(model as UnitModelDocument, words);
  if ([...model.devices, ...model.boards].some(({ id }) => id === item)) return item;
  const said = wordsOf(words);
  const devices = model.devices.filter(({ id, name }) =>
    [id, name].some((each) => each !== undefined && wordsOf(each).every((word) => said.includes(word))),
  );
  const [device, ...others] = devices;
  if (device && others.length === 0) return device.id;
  const boards = boardsMeant(model, words);
  const [board] = boards;
  return board !== undefined && boards.length === 1 ? board : words.trim().toLowerCase();
}

function wordsOf(text: string): readonly string[] {
  return text.toLowerCase().match(/[\p{L}\p{N}-]+/gu) ?? [];
}
