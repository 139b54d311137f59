import { formatReading } from '../quantity';
import { ENDING_WORDS, endingOf, verificationOf, workOf, type Check, type Work } from '../repair';
import {
  CHECK_RESULT_WORDS,
  standingOf,
  timeWords,
  WORK_REASON_WORDS,
  type EventOf,
  type VisitContext,
  type VisitState,
} from '../visit';

/** A piece of work in words. */
export interface ToldWork {
  readonly text: string;
  /** Diagnosed, a precaution, or the customer's wish. */
  readonly reason: string;
  readonly state: Work['state'];
  /** "done, 22 min, hatch frozen shut". */
  readonly words: string;
}

/** A check of the repair in words. */
export interface ToldCheck {
  readonly id: string;
  readonly words: string;
  readonly state: Check['state'];
  /** "not seen", "passed". */
  readonly stateWords: string;
  /** Who, when, what was seen; empty where it is open. */
  readonly answered: string;
  readonly doubts: readonly string[];
  /** What it read when it was wrong, and what it reads since; null where it is not measured, or not yet. */
  readonly before: string | null;
  readonly now: string | null;
}

/** The second half of a visit in words. */
export interface RepairAccount {
  /** How the visit ends as things stand: "repaired, not verified". */
  readonly ending: string;
  readonly causes: readonly string[];
  readonly work: readonly ToldWork[];
  readonly checks: readonly ToldCheck[];
  /** Who was told what. */
  readonly told: readonly string[];
}

/** What was done about what was found, and what shows that it holds. */
export function repairAccount(context: VisitContext, state: VisitState): RepairAccount {
  return {
    ending: ENDING_WORDS[endingOf(context, state)],
    causes: standingOf(state, 'cause-noted').map(({ cause }) =>
      cause === undefined ? 'Why it failed is not known.' : `Why it failed: ${cause}.`,
    ),
    work: workOf(state).map(toldWork),
    checks: verificationOf(context, state).map(toldCheck),
    told: standingOf(state, 'person-told').map(({ whom, what }) => `${whom}: ${what}`),
  };
}

function toldWork({ planned, state, dropped, minutes, snags }: Work): ToldWork {
  const done = { done: 'done', open: 'not done', dropped: `not done, ${dropped?.reason ?? ''}` }[state];
  return {
    text: planned.text,
    reason: WORK_REASON_WORDS[planned.reason],
    state,
    words: [done, minutes > 0 ? `${minutes} min` : '', ...snags].filter(Boolean).join(', '),
  };
}

function toldCheck({ id, words, state, doubts, answer, before, after }: Check): ToldCheck {
  const event = answer?.line.event;
  return {
    id,
    words,
    state,
    stateWords: state === 'open' ? 'not seen' : CHECK_RESULT_WORDS[state],
    answered:
      !answer || !event || state === 'open'
        ? ''
        : [event.by, timeWords(event, 'day and time'), answer.reason, answer.due].filter(Boolean).join(' · '),
    doubts,
    before: before ? shown(before) : null,
    now: after ? shown(after) : null,
  };
}

function shown({ reading, text }: EventOf<'reading-taken'>): string {
  return reading ? formatReading(reading) : text;
}
