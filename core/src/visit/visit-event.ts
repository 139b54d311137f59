import type { ConductorPair } from '../unit-model';
import type { MeasurementFunction, Reading, UnitSymbol } from '../quantity';
import type { SuspectClass, SupplyState } from '../procedure';
import type { JointJudgement, Judgement, Verdict } from '../verdict';
import type {
  BoardIdentified,
  CallEnded,
  CodeDismissed,
  CodeRead,
  CodesCleared,
  ComplaintTicked,
  FollowUpDone,
  FollowUpNoted,
  IntakeRecorded,
  OptionNoted,
  PartFitted,
  RecipePlayed,
  SettingRead,
  SignNoted,
  StageMarked,
  WatchEnded,
  WatchStarted,
} from './first-fact-events';
import type {
  ConditionNoted,
  HazardNoted,
  MeterChanged,
  RepairDone,
  SourceChosen,
  WireColourNoted,
} from './condition-events';
import type { PartWaived } from './clearance-events';
import type { Grade } from './grade';
import type { MatrixJudged, MatrixLooked } from './matrix-events';
import type { MonitorEnded, MonitorMarked, MonitorSampled, MonitorStarted } from './monitor-events';

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

/** The expectation as it stood when the reading was judged; an end that is missing is no limit. */
export interface RecordedExpectation {
  readonly low?: number;
  readonly high?: number;
  readonly unit: UnitSymbol;
  readonly of?: number;
  readonly words: string;
  readonly rule: string;
  readonly source?: string;
  /** What a reading within does not prove. */
  readonly caveat?: string;
  /** One band each of documents that disagree. */
  readonly bands?: readonly { readonly name: string; readonly low?: number; readonly high?: number }[];
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
  /** The reading that is taken for this step: a free one, or the last of those that have decided a chain. */
  readonly adopts?: string;
  /** Which part of a set, or which of several looks. */
  readonly part?: string;
  /** What the set came to; on the last of its parts. */
  readonly joint?: JointJudgement;
  /** Read in the meter's mode that loads the circuit. */
  readonly isLowImpedance?: boolean;
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

/** A supply's readings judged together, as the check of it said. */
export interface SupplyJudged {
  readonly type: 'supply-judged';
  readonly supply: string;
  /** The name of what they come to: "good", "lost-neutral". */
  readonly pattern: string;
  readonly sentence: string;
  /** The readings it rests on. */
  readonly rests: readonly string[];
}

export interface NoteAdded {
  readonly type: 'note-added';
  readonly text: string;
  readonly step?: string;
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
  | MeterChanged
  | ConditionNoted
  | SourceChosen
  | RepairDone
  | HazardNoted
  | WireColourNoted
  | PartWaived
  | MatrixLooked
  | MatrixJudged
  | SupplyJudged
  | MonitorStarted
  | MonitorSampled
  | MonitorMarked
  | MonitorEnded
  | Retracted
  | FindingReached
  | VisitResumed
  | HandedOver
  | VisitClosed;

export type EventType = EventBody['type'];
export type VisitEvent = EventEnvelope & EventBody;
export type EventOf<Type extends EventType> = EventEnvelope & Extract<EventBody, { readonly type: Type }>;
