import { TOUCHES_NOTHING, type EventKind } from '../record';
import { dotted } from './words';

export const CHECK_RESULTS = ['passed', 'failed', 'postponed', 'not-applicable'] as const;
export type CheckResult = (typeof CHECK_RESULTS)[number];

export const CHECK_RESULT_WORDS: Readonly<Record<CheckResult, string>> = {
  passed: 'passed',
  failed: 'failed',
  postponed: 'postponed',
  'not-applicable': 'does not apply',
};

/** Somebody says what a check of the repair came to. Whether that counts is worked out from the record. */
export interface CheckJudged {
  readonly type: 'check-judged';
  readonly check: string;
  /** What had to be seen, as it was asked. */
  readonly words: string;
  readonly result: CheckResult;
  /** Why it is postponed or does not apply; what was seen. */
  readonly reason?: string;
  /** Day it is postponed to, as 2026-12-01. */
  readonly due?: string;
}

export const checkJudged: EventKind<CheckJudged> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event }) => ({
    kind: 'look',
    title: event.words,
    value: CHECK_RESULT_WORDS[event.result],
    detail: dotted(event.reason, event.due === undefined ? '' : `on ${event.due}`),
  }),
};
