/** Keys of the visit and what they do. */
export const WORKSPACE_KEYS = [
  ['0–9 … Enter', 'log a reading'],
  ['Enter', 'done, or record the finding'],
  ['1–9', 'answer a look'],
  ['z', 'undo (field empty)'],
  ['a', 'take what is offered: a reading read before, or the one that settles a doubt'],
  ['n', 'note'],
  ['f', 'free reading beside the chart, and back'],
  ['l', 'look: what is known, lamps, watches, and back'],
  ['i  r  t', 'intake, read a lamp, time a call'],
  ['s', 'skip with a reason'],
  ['b  k', 'board, and the chain'],
  ['c  e', 'chart, state of the machine'],
  ['u', 'check of a supply'],
  ['m  v  h', 'meter, long watch, handbook'],
  ['w', 'stand back, wide letters'],
  ['?', 'these keys'],
] as const;
