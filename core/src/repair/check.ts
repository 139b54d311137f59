import type { Watch } from '../sequence';
import type { EventOf, TrailLine } from '../visit';

export const CHECK_KINDS = [
  'complaint',
  'measurement',
  'sequence',
  'chart',
  'rail',
  'setting',
  'codes',
  'set-value',
  'own-control',
  'soak',
] as const;
export type CheckKind = (typeof CHECK_KINDS)[number];

/** `open` also where an answer was given that does not count. */
export type CheckState = 'open' | 'passed' | 'failed' | 'postponed' | 'not-applicable';

/** Something that has to be seen before a repair counts as proven. */
export interface Check {
  /** The same for the same record, whoever works it out: answers name it. */
  readonly id: string;
  readonly kind: CheckKind;
  /** What has to be seen. */
  readonly words: string;
  readonly state: CheckState;
  /** Why an answer that was given does not count, or counts for less. */
  readonly doubts: readonly string[];
  /** The answer that stands. */
  readonly answer?: CheckAnswer;
  /** What read wrong, and what it reads since. */
  readonly before?: EventOf<'reading-taken'>;
  readonly after?: EventOf<'reading-taken'>;
  /** The sequence to be watched, and the watch that answers. */
  readonly sequence?: string;
  readonly watch?: Watch;
  readonly soak?: Soak;
}

/** How long the machine has to run before it is believed. */
export interface Soak {
  readonly minutes: number;
  /** Why so long. */
  readonly because: string;
  /** When it was left running; missing where it was not, or the machine was touched since. */
  readonly begun?: EventOf<'check-begun'>;
}

export type AnswerResult = 'passed' | 'failed' | 'postponed' | 'not-applicable' | 'unclear';

/** Something in the record that answers a check. */
export interface CheckAnswer {
  readonly result: AnswerResult;
  /** It is what was wrong in the first place, and not how it was found since. */
  readonly isOrigin?: true;
  /** Place in the log. */
  readonly index: number;
  readonly line: TrailLine;
  /** What was seen, or why it is put off. */
  readonly reason?: string;
  /** Day, as 2026-12-01. */
  readonly due?: string;
}

/**
 * What a pass has to come after: `function` after the last change of any kind, with the machine as it was built and with
 * power; `told`, which may be either, after the last renewal and with nothing bypassed; `measurement` after the last
 * renewal; `lasting` holds whatever is changed later.
 */
export type Demand = 'function' | 'told' | 'measurement' | 'lasting';

/** A check before its answers are weighed. */
export interface Asked {
  readonly check: Omit<Check, 'state' | 'doubts' | 'answer'>;
  readonly answers: readonly CheckAnswer[];
  readonly demand: Demand;
}
