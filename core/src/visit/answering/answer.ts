import type { Verdict } from '../../verdict';
import type { EventBody } from '../record';
import type { EnteredReading, ReadingEntry } from '../reading';

/** How a step is left without its answer. */
export type Passing = 'skipped' | 'not-applicable' | 'cannot-do';

/** What usually stands in the way of a step, as it is said at the machine. */
export const PASSING_REASONS = [
  'no access',
  'no point to reach',
  'not safe now',
  'not mine to do',
  'no meter for it',
  'nothing to compare with',
] as const;

/**
 * What is answered to the step a visit stands at, whoever answers: a thumb on the page, a line of a list, a simulated
 * machine.
 */
export type Answer =
  /** The action is carried out, the conclusion agreed to, the looks of a matrix are enough. */
  | { readonly kind: 'done' }
  /** The conclusion is not agreed to, and why. */
  | { readonly kind: 'disagreed'; readonly reason: string }
  | { readonly kind: 'seen'; readonly answer: string; readonly grade?: 'reported' | 'assumed' }
  | ({ readonly kind: 'read' } & ReadingEntry)
  /** The undecided reading here is taken for a side; where none is named, for the one its middle lies on. */
  | { readonly kind: 'accepted'; readonly verdict?: Verdict }
  | { readonly kind: 'waived'; readonly reason: string }
  /** A jumper of a matrix went in or out; the one that comes next where no call and place is named. */
  | { readonly kind: 'jumper'; readonly is: 'in' | 'out'; readonly call?: string; readonly place?: string }
  /** Whether the call worked with its jumper in. */
  | { readonly kind: 'looked'; readonly works: boolean }
  | { readonly kind: 'passed'; readonly how: Passing; readonly reason: string };

/** What an answer comes to. */
export type Answered =
  | { readonly outcome: 'event'; readonly body: EventBody }
  /** It could mean two things. */
  | Extract<EnteredReading, { outcome: 'ask' }>
  /** It cannot be taken, with the reason and what can. */
  | { readonly outcome: 'refused'; readonly message: string; readonly accepted: readonly string[] };

export function refused(message: string, accepted: readonly string[] = []): Answered {
  return { outcome: 'refused', message, accepted };
}

export function taken(body: EventBody): Answered {
  return { outcome: 'event', body };
}
