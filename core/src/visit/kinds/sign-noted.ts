import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { dotted, graded } from './words';

/** What is noticed without a meter. */
export const SIGN_SENSES = [
  'sound',
  'smell',
  'touch',
  'sight',
  'frost',
  'hand',
  'indicator',
  'board',
  'value',
  'event',
] as const;
export type SignSense = (typeof SIGN_SENSES)[number];

export interface SignNoted {
  readonly type: 'sign-noted';
  readonly sense: SignSense;
  readonly what: string;
  /** Element, terminal or words. */
  readonly where: string;
  /** False for a record of a negative: it was looked for and not there. */
  readonly isThere: boolean;
  /** A value the controller shows, a count, a position, as typed. */
  readonly value?: string;
  /** What was done meanwhile: a lead pulled, a part pressed, after how long. */
  readonly during?: string;
  readonly grade: Grade;
}

export const signNoted: EventKind<SignNoted> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event: { isThere, what, value, where, during, grade } }) => ({
    kind: 'look',
    title: `${isThere ? '' : 'not there: '}${what}${value === undefined ? '' : ` ${value}`}`,
    detail: dotted(where, during, graded(grade)),
  }),
};
