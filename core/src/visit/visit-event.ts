import type { CodeSign, ConductorPair } from '../unit-model';
import type { MeasurementFunction, Reading, UnitSymbol } from '../quantity';
import type { SuspectClass, SupplyState } from '../procedure';
import type { Judgement, Verdict } from '../verdict';

/** What every event of a visit's log carries. */
export interface EventEnvelope {
  /** UUIDv7, made where the event happened. */
  readonly id: string;
  readonly visit: string;
  /** One open page of the product; a reload makes a new one, so that monotonic times are comparable within it. */
  readonly device: string;
  /** Counts from 1 within the device. */
  readonly deviceSeq: number;
  /** Highest server `seq` the device had seen. */
  readonly seenSeq: number;
  /** Wall time, ISO 8601. Shown, never used to order. */
  readonly at: string;
  /** Milliseconds on the device's monotonic clock. */
  readonly monotonic: number;
  /** Who did it, in their own words. */
  readonly by: string;
  /** Order given by the server; missing while the event waits for delivery. */
  readonly seq?: number;
}

/** How a fact was come by. */
export const GRADES = ['measured', 'observed', 'reported', 'assumed', 'inferred'] as const;
export type Grade = (typeof GRADES)[number];

/** The expectation as it stood when the reading was judged; an end that is missing is no limit. */
export interface RecordedExpectation {
  readonly low?: number;
  readonly high?: number;
  readonly unit: UnitSymbol;
  readonly of?: number;
  readonly words: string;
  readonly rule: string;
  readonly source?: string;
}

export interface VisitOpened {
  readonly type: 'visit-opened';
  readonly unit: string;
  readonly complaint: string;
  readonly meter?: string;
  /** Who stands at the machine and reports, where the technician does not. */
  readonly reporter?: string;
}

export interface ProcedureStarted {
  readonly type: 'procedure-started';
  readonly procedure: string;
  readonly start: string;
  /** Why it was begun there, in words. */
  readonly because?: readonly string[];
  /** Steps of the way from the chart's start that were passed over. */
  readonly skipped?: readonly string[];
}

export interface ActionDone {
  readonly type: 'action-done';
  readonly step: string;
  readonly next: string;
}

export interface ObservationMade {
  readonly type: 'observation-made';
  readonly step: string;
  readonly answer: string;
  readonly next: string;
  /** `observed` when missing. */
  readonly grade?: Grade;
}

export interface ReadingTaken {
  readonly type: 'reading-taken';
  readonly step?: string;
  readonly method?: string;
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  /** What was typed, kept as typed. */
  readonly text: string;
  /** Missing when someone passed a judgement and kept no figure. */
  readonly reading?: Reading;
  readonly judgement: Judgement;
  readonly expectation?: RecordedExpectation;
  /** A free reading's expectation as it was typed. */
  readonly expects?: string;
  /** The free reading that is taken for this step. */
  readonly adopts?: string;
  /** Where the verdict leads; missing when the position stays. */
  readonly next?: string;
  readonly grade: Grade;
  readonly meter?: string;
  /** For one pair of a proof of dead. */
  readonly proof?: ProofPart;
}

export interface ProofPart extends Pick<ConductorPair, 'supply' | 'name'> {
  readonly current: 'ac' | 'dc';
}

/** The meter was checked on a source known to be live. */
export interface MeterProven {
  readonly type: 'meter-proven';
  readonly step?: string;
  readonly when: 'before' | 'after';
  readonly text: string;
  /** Missing when the check was reported without a figure. */
  readonly reading?: Reading;
  readonly shows: 'live' | 'nothing';
  readonly next?: string;
}

export interface UndecidedAccepted {
  readonly type: 'undecided-accepted';
  readonly step: string;
  readonly reading: string;
  readonly verdict: Verdict;
  readonly next: string;
}

export interface StepSkipped {
  readonly type: 'step-skipped';
  readonly step: string;
  readonly how: 'skipped' | 'not-applicable' | 'cannot-do';
  readonly reason: string;
  readonly next: string;
}

export interface StepJumped {
  readonly type: 'step-jumped';
  readonly to: string;
  readonly reason?: string;
}

export interface SupplyChanged {
  readonly type: 'supply-changed';
  readonly supply: string;
  /** Never `proven-dead`: only readings prove that. */
  readonly state: Exclude<SupplyState, 'proven-dead'>;
}

export interface CallChanged {
  readonly type: 'call-changed';
  readonly call: string;
  readonly state: 'on' | 'off';
}

export interface ConnectorChanged {
  readonly type: 'connector-changed';
  readonly connector: string;
  readonly state: 'in' | 'out';
}

export interface BypassPlaced {
  readonly type: 'bypass-placed';
  readonly bypass: string;
  readonly from: string;
  readonly to: string;
  readonly why: string;
  readonly removes?: string;
  readonly makes?: string;
}

export interface BypassRemoved {
  readonly type: 'bypass-removed';
  readonly bypass: string;
}

export interface LeadsZeroed {
  readonly type: 'leads-zeroed';
  readonly text: string;
  /** Ohms with the tips together. */
  readonly ohms: number;
}

export interface NoteAdded {
  readonly type: 'note-added';
  readonly text: string;
  readonly step?: string;
}

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

export interface Retracted {
  readonly type: 'retracted';
  readonly event: string;
}

/** `by report` rests on what others said alone. */
export const FINDING_GRADES = ['proved', 'likely', 'by elimination', 'by report', 'not isolated'] as const;
export type FindingGrade = (typeof FINDING_GRADES)[number];

export interface FindingReached {
  readonly type: 'finding-reached';
  /** Missing for a finding in the technician's own words. */
  readonly step?: string;
  readonly class: SuspectClass;
  readonly item?: string;
  readonly mode?: string;
  readonly text: string;
  readonly grade: FindingGrade;
  /** Readings a finding without a step rests on. */
  readonly rests?: readonly string[];
  readonly next?: string;
}

/** The visit was taken up again after a pause; long ones revoke every proof of dead. */
export interface VisitResumed {
  readonly type: 'visit-resumed';
  /** Seconds by the wall clock since the last event; negative when the clock went backwards. */
  readonly awaySeconds: number;
}

export interface HandedOver {
  readonly type: 'handed-over';
  readonly to: string;
}

export interface VisitClosed {
  readonly type: 'visit-closed';
}

export type EventBody =
  | VisitOpened
  | ProcedureStarted
  | ActionDone
  | ObservationMade
  | ReadingTaken
  | MeterProven
  | UndecidedAccepted
  | StepSkipped
  | StepJumped
  | SupplyChanged
  | CallChanged
  | ConnectorChanged
  | BypassPlaced
  | BypassRemoved
  | LeadsZeroed
  | NoteAdded
  | IntakeRecorded
  | ComplaintTicked
  | BoardIdentified
  | SettingRead
  | OptionNoted
  | CodeRead
  | CodeDismissed
  | CodesCleared
  | SignNoted
  | WatchStarted
  | StageMarked
  | CallEnded
  | WatchEnded
  | RecipePlayed
  | PartFitted
  | FollowUpNoted
  | FollowUpDone
  | Retracted
  | FindingReached
  | VisitResumed
  | HandedOver
  | VisitClosed;

export type EventType = EventBody['type'];
export type VisitEvent = EventEnvelope & EventBody;
export type EventOf<Type extends EventType> = EventEnvelope & Extract<EventBody, { readonly type: Type }>;
