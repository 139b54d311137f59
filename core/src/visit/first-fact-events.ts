import type { CodeSign } from '../unit-model';
import type { Grade } from './grade';

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

export interface ComplaintTicked {
  readonly type: 'complaint-ticked';
  /** Id of the event that noted it. */
  readonly complaint: string;
  readonly result: 'gone' | 'remains' | 'not-tested';
  readonly text?: string;
}

/** Stands for the board of a machine without a wiring list. */
export const OTHER_BOARD = 'board';

/** The number on the board itself, with its revision suffix. */
export interface BoardIdentified {
  readonly type: 'board-identified';
  readonly board: string;
  readonly number: string;
  readonly grade: Grade;
}

export interface SettingRead {
  readonly type: 'setting-read';
  /** `board.setting`. */
  readonly setting: string;
  readonly value: string;
  readonly grade: Grade;
}

/** Whether this unit has an optional device. */
export interface OptionNoted {
  readonly type: 'option-noted';
  /** The optional device. */
  readonly option: string;
  readonly present: boolean;
}

export interface CodeRead {
  readonly type: 'code-read';
  readonly code: string;
  readonly lamp?: string;
  readonly sign?: CodeSign;
  /** What the legend says, where the code table has nothing. */
  readonly meaning?: string;
  /** From memory of the board, not shown by itself now. */
  readonly stored: boolean;
  /** Place in the list of stored codes, the newest first. */
  readonly order?: number;
  /** How often the board counted it. */
  readonly count?: number;
  readonly how: 'taps' | 'read' | 'told';
  /** Of the blink reader, from 0 to 1. */
  readonly confidence?: number;
  readonly grade: Grade;
}

export interface CodeDismissed {
  readonly type: 'code-dismissed';
  /** Id of the `code-read`. */
  readonly code: string;
  readonly reason: string;
}

export interface CodesCleared {
  readonly type: 'codes-cleared';
  readonly how: string;
}

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

/** A call is watched, stage by stage. */
export interface WatchStarted {
  readonly type: 'watch-started';
  readonly sequence: string;
  /** "before", "after a reset", "after the repair". */
  readonly label: string;
}

export const STAGE_MARKS = ['actual', 'commanded', 'never'] as const;
export type StageMark = (typeof STAGE_MARKS)[number];

export interface StageMarked {
  readonly type: 'stage-marked';
  /** Id of the `watch-started`. */
  readonly watch: string;
  readonly stage: string;
  /** Seen or heard to happen, only commanded (a lamp, a click), or not at all. */
  readonly mark: StageMark;
}

export interface CallEnded {
  readonly type: 'call-ended';
  readonly watch: string;
}

export interface WatchEnded {
  readonly type: 'watch-ended';
  readonly watch: string;
  readonly how: 'completed' | 'stopped' | 'abandoned';
}

export interface RecipePlayed {
  readonly type: 'recipe-played';
  readonly recipe: string;
  readonly result: 'entered' | 'aborted';
}

export interface PartFitted {
  readonly type: 'part-fitted';
  /** Element of the unit model, or words. */
  readonly part: string;
  readonly number?: string;
  readonly serial?: string;
  readonly state?: 'new' | 'used' | 'unknown';
  readonly why?: string;
}

export interface FollowUpNoted {
  readonly type: 'follow-up-noted';
  readonly text: string;
  /** Day, as 2026-12-01. */
  readonly due?: string;
}

export interface FollowUpDone {
  readonly type: 'follow-up-done';
  readonly followUp: string;
}
