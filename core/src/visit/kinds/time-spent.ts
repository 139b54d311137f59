import { TOUCHES_NOTHING, type EventKind } from '../record';

/** What time goes to. What a piece of work took is noted with it. */
export const TIME_KINDS = ['work', 'wait', 'travel'] as const;
export type TimeKind = (typeof TIME_KINDS)[number];

export const TIME_KIND_WORDS: Readonly<Record<TimeKind, string>> = { work: 'work', wait: 'waiting', travel: 'travel' };

/** Time that went to the job. */
export interface TimeSpent {
  readonly type: 'time-spent';
  readonly kind: TimeKind;
  readonly minutes: number;
  /** For what, or held up by whom. */
  readonly note?: string;
}

export const timeSpent: EventKind<TimeSpent> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event: { kind, minutes, note } }) => ({
    kind: 'note',
    title: `${minutes} min ${TIME_KIND_WORDS[kind]}`,
    detail: note ?? '',
  }),
};
