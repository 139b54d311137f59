import { TOUCHES_NOTHING, type EventKind, type Grade } from '../record';
import { graded } from './words';

/** What is asked and told before the meter comes out. */
export const INTAKE_TOPICS = [
  'complaint',
  'origin',
  'reproduced',
  'onset',
  'before',
  'weather',
  'prior-work',
  'switched-off',
  'urgency',
  'people',
  'documents',
  'parts',
  'other',
] as const;
export type IntakeTopic = (typeof INTAKE_TOPICS)[number];

export const TOPIC_WORDS: Readonly<Record<IntakeTopic, string>> = {
  complaint: 'Complaint',
  origin: 'How it was reported',
  reproduced: 'Seen here',
  onset: 'How it began',
  before: 'Before the fault',
  weather: 'Weather',
  'prior-work': 'Earlier work',
  'switched-off': 'Switched off by the customer',
  urgency: 'Urgency',
  people: 'People and access',
  documents: 'Documents',
  parts: 'Parts',
  other: 'Noted',
};

/** One item of the intake; everything is optional, and every item says how it was come by. */
export interface IntakeRecorded {
  readonly type: 'intake-recorded';
  readonly topic: IntakeTopic;
  readonly text: string;
  readonly grade: Grade;
  readonly priorWork?: PriorWork;
  readonly temperatures?: Temperatures;
}

export const PRIOR_WORK_RESULTS = ['cured', 'not-cured', 'never-right', 'unknown'] as const;

/** What others already did. */
export interface PriorWork {
  readonly who?: string;
  /** As it was said: "last week", "2026-05". */
  readonly when?: string;
  readonly parts?: readonly string[];
  /** The complaint before that work. */
  readonly complaintBefore?: string;
  readonly result?: (typeof PRIOR_WORK_RESULTS)[number];
}

/** Degrees Celsius. */
export interface Temperatures {
  readonly outside?: number;
  readonly inside?: number;
  readonly set?: number;
}

export const intakeRecorded: EventKind<IntakeRecorded> = {
  ...TOUCHES_NOTHING,
  words: (_context, _state, { event: { topic, text, grade } }) => ({
    kind: 'note',
    title: `${TOPIC_WORDS[topic]}: ${text}`,
    detail: graded(grade),
  }),
};
