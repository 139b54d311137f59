import type { ActionDone } from './action-done';
import type { BoardIdentified } from './board-identified';
import type { BypassPlaced } from './bypass-placed';
import type { BypassRemoved } from './bypass-removed';
import type { CallChanged } from './call-changed';
import type { CallEnded } from './call-ended';
import type { CodeDismissed } from './code-dismissed';
import type { CodeRead } from './code-read';
import type { CodesCleared } from './codes-cleared';
import type { ComplaintTicked } from './complaint-ticked';
import type { ConditionNoted } from './condition-noted';
import type { ConnectorChanged } from './connector-changed';
import type { FindingReached } from './finding-reached';
import type { FollowUpDone } from './follow-up-done';
import type { FollowUpNoted } from './follow-up-noted';
import type { HandedOver } from './handed-over';
import type { HazardNoted } from './hazard-noted';
import type { IntakeRecorded } from './intake-recorded';
import type { LeadsZeroed } from './leads-zeroed';
import type { MatrixJudged } from './matrix-judged';
import type { MatrixLooked } from './matrix-looked';
import type { MeterChanged } from './meter-changed';
import type { MeterProven } from './meter-proven';
import type { MonitorEnded } from './monitor-ended';
import type { MonitorMarked } from './monitor-marked';
import type { MonitorSampled } from './monitor-sampled';
import type { MonitorStarted } from './monitor-started';
import type { NoteAdded } from './note-added';
import type { ObservationMade } from './observation-made';
import type { OptionNoted } from './option-noted';
import type { PartFitted } from './part-fitted';
import type { PartWaived } from './part-waived';
import type { ProcedureStarted } from './procedure-started';
import type { ReadingTaken } from './reading-taken';
import type { RecipePlayed } from './recipe-played';
import type { RepairDone } from './repair-done';
import type { Retracted } from './retracted';
import type { SettingRead } from './setting-read';
import type { SignNoted } from './sign-noted';
import type { SourceChosen } from './source-chosen';
import type { StageMarked } from './stage-marked';
import type { StepJumped } from './step-jumped';
import type { StepSkipped } from './step-skipped';
import type { SupplyChanged } from './supply-changed';
import type { SupplyJudged } from './supply-judged';
import type { UndecidedAccepted } from './undecided-accepted';
import type { VisitClosed } from './visit-closed';
import type { VisitOpened } from './visit-opened';
import type { VisitResumed } from './visit-resumed';
import type { WatchEnded } from './watch-ended';
import type { WatchStarted } from './watch-started';
import type { WireColourNoted } from './wire-colour-noted';

export type {
  ActionDone,
  BoardIdentified,
  BypassPlaced,
  BypassRemoved,
  CallChanged,
  CallEnded,
  CodeDismissed,
  CodeRead,
  CodesCleared,
  ComplaintTicked,
  ConditionNoted,
  ConnectorChanged,
  FindingReached,
  FollowUpDone,
  FollowUpNoted,
  HandedOver,
  HazardNoted,
  IntakeRecorded,
  LeadsZeroed,
  MatrixJudged,
  MatrixLooked,
  MeterChanged,
  MeterProven,
  MonitorEnded,
  MonitorMarked,
  MonitorSampled,
  MonitorStarted,
  NoteAdded,
  ObservationMade,
  OptionNoted,
  PartFitted,
  PartWaived,
  ProcedureStarted,
  ReadingTaken,
  RecipePlayed,
  RepairDone,
  Retracted,
  SettingRead,
  SignNoted,
  SourceChosen,
  StageMarked,
  StepJumped,
  StepSkipped,
  SupplyChanged,
  SupplyJudged,
  UndecidedAccepted,
  VisitClosed,
  VisitOpened,
  VisitResumed,
  WatchEnded,
  WatchStarted,
  WireColourNoted,
};
export type { IntakeTopic, PriorWork, Temperatures } from './intake-recorded';
export type { MonitorMark } from './monitor-marked';
export type { ProofPart } from './reading-taken';
export type { SignSense } from './sign-noted';
export type { StageMark } from './stage-marked';

/** The shape of every kind of event, by its name: types alone. A new kind is a file of its own, a line here and one in the registry. */
export interface EventShapes {
  readonly 'visit-opened': VisitOpened;
  readonly 'procedure-started': ProcedureStarted;
  readonly 'action-done': ActionDone;
  readonly 'observation-made': ObservationMade;
  readonly 'reading-taken': ReadingTaken;
  readonly 'meter-proven': MeterProven;
  readonly 'undecided-accepted': UndecidedAccepted;
  readonly 'step-skipped': StepSkipped;
  readonly 'step-jumped': StepJumped;
  readonly 'supply-changed': SupplyChanged;
  readonly 'call-changed': CallChanged;
  readonly 'connector-changed': ConnectorChanged;
  readonly 'bypass-placed': BypassPlaced;
  readonly 'bypass-removed': BypassRemoved;
  readonly 'leads-zeroed': LeadsZeroed;
  readonly 'note-added': NoteAdded;
  readonly 'intake-recorded': IntakeRecorded;
  readonly 'complaint-ticked': ComplaintTicked;
  readonly 'board-identified': BoardIdentified;
  readonly 'setting-read': SettingRead;
  readonly 'option-noted': OptionNoted;
  readonly 'code-read': CodeRead;
  readonly 'code-dismissed': CodeDismissed;
  readonly 'codes-cleared': CodesCleared;
  readonly 'sign-noted': SignNoted;
  readonly 'watch-started': WatchStarted;
  readonly 'stage-marked': StageMarked;
  readonly 'call-ended': CallEnded;
  readonly 'watch-ended': WatchEnded;
  readonly 'recipe-played': RecipePlayed;
  readonly 'part-fitted': PartFitted;
  readonly 'follow-up-noted': FollowUpNoted;
  readonly 'follow-up-done': FollowUpDone;
  readonly 'meter-changed': MeterChanged;
  readonly 'condition-noted': ConditionNoted;
  readonly 'source-chosen': SourceChosen;
  readonly 'repair-done': RepairDone;
  readonly 'hazard-noted': HazardNoted;
  readonly 'wire-colour-noted': WireColourNoted;
  readonly 'part-waived': PartWaived;
  readonly 'matrix-looked': MatrixLooked;
  readonly 'matrix-judged': MatrixJudged;
  readonly 'supply-judged': SupplyJudged;
  readonly 'monitor-started': MonitorStarted;
  readonly 'monitor-sampled': MonitorSampled;
  readonly 'monitor-marked': MonitorMarked;
  readonly 'monitor-ended': MonitorEnded;
  readonly retracted: Retracted;
  readonly 'finding-reached': FindingReached;
  readonly 'visit-resumed': VisitResumed;
  readonly 'handed-over': HandedOver;
  readonly 'visit-closed': VisitClosed;
}
