import { VISIT_PAGES } from '../visit/visit-pages';

type KeyRow = readonly [keys: string, help: string];

const PAGE_KEYS = VISIT_PAGES.flatMap(({ key, help }): KeyRow[] =>
  key === undefined || help === undefined ? [] : [[key, help]],
);

/** Keys of the visit and what they do. */
export const WORKSPACE_KEYS: readonly KeyRow[] = [
  ['0–9 … Enter', 'log a reading'],
  ['Enter', 'done, or record the finding'],
  ['1–9', 'answer a look'],
  ['Esc', 'leave the field: letters are keys then'],
  ['Alt with a letter', 'its key from within a field'],
  ['z', 'undo'],
  ['a', 'take what is offered: a reading read before, or the one that settles a doubt'],
  ['n', 'note'],
  ['f', 'free reading beside the chart, and back'],
  ['l', 'look: what is known, lamps, watches, and back'],
  ['s', 'skip with a reason'],
  ['b  k  c  e', 'board, chain, chart, state of the machine'],
  ['g', 'go to where others have taken the chart'],
  ['w', 'large display, hands free'],
  ...PAGE_KEYS,
  ['?', 'these keys'],
];
