import type {
  EventKind,
  EventOf,
  EventType,
  EventWords,
  LineOf,
  Reference,
  TrailLine,
  VisitContext,
  VisitEvent,
  VisitState,
} from '../record';
import { actionDone, type ActionDone } from './action-done';
import { boardIdentified, type BoardIdentified } from './board-identified';
import { bypassPlaced, type BypassPlaced } from './bypass-placed';
import { bypassRemoved, type BypassRemoved } from './bypass-removed';
import { callChanged, type CallChanged } from './call-changed';
import { callEnded, type CallEnded } from './call-ended';
import { causeNoted, type CauseNoted } from './cause-noted';
import { checkBegun, type CheckBegun } from './check-begun';
import { checkJudged, type CheckJudged } from './check-judged';
import { codeDismissed, type CodeDismissed } from './code-dismissed';
import { codeRead, type CodeRead } from './code-read';
import { codesCleared, type CodesCleared } from './codes-cleared';
import { complaintTicked, type ComplaintTicked } from './complaint-ticked';
import { conclusionRefused, type ConclusionRefused } from './conclusion-refused';
import { conditionNoted, type ConditionNoted } from './condition-noted';
import { connectorChanged, type ConnectorChanged } from './connector-changed';
import { departureNoted, type DepartureNoted } from './departure-noted';
import { findingReached, type FindingReached } from './finding-reached';
import { followUpDone, type FollowUpDone } from './follow-up-done';
import { followUpNoted, type FollowUpNoted } from './follow-up-noted';
import { handedOver, type HandedOver } from './handed-over';
import { hazardNoted, type HazardNoted } from './hazard-noted';
import { intakeRecorded, type IntakeRecorded } from './intake-recorded';
import { leadsZeroed, type LeadsZeroed } from './leads-zeroed';
import { matrixJudged, type MatrixJudged } from './matrix-judged';
import { matrixLooked, type MatrixLooked } from './matrix-looked';
import { meterChanged, type MeterChanged } from './meter-changed';
import { meterProven, type MeterProven } from './meter-proven';
import { monitorEnded, type MonitorEnded } from './monitor-ended';
import { monitorMarked, type MonitorMarked } from './monitor-marked';
import { monitorSampled, type MonitorSampled } from './monitor-sampled';
import { monitorStarted, type MonitorStarted } from './monitor-started';
import { noteAdded, type NoteAdded } from './note-added';
import { observationMade, type ObservationMade } from './observation-made';
import { optionNoted, type OptionNoted } from './option-noted';
import { partArrived, type PartArrived } from './part-arrived';
import { partFitted, type PartFitted } from './part-fitted';
import { partOffered, type PartOffered } from './part-offered';
import { partOrdered, type PartOrdered } from './part-ordered';
import { partTested, type PartTested } from './part-tested';
import { partWaived, type PartWaived } from './part-waived';
import { personTold, type PersonTold } from './person-told';
import { photoMarked, type PhotoMarked } from './photo-marked';
import { photoTaken, type PhotoTaken } from './photo-taken';
import { procedureStarted, type ProcedureStarted } from './procedure-started';
import { readingTaken, type ReadingTaken } from './reading-taken';
import { recipePlayed, type RecipePlayed } from './recipe-played';
import { repairDone, type RepairDone } from './repair-done';
import { retracted, type Retracted } from './retracted';
import { settingRead, type SettingRead } from './setting-read';
import { settingSourced, type SettingSourced } from './setting-sourced';
import { signNoted, type SignNoted } from './sign-noted';
import { sourceChosen, type SourceChosen } from './source-chosen';
import { stageMarked, type StageMarked } from './stage-marked';
import { stepJumped, type StepJumped } from './step-jumped';
import { stepSkipped, type StepSkipped } from './step-skipped';
import { supplyChanged, type SupplyChanged } from './supply-changed';
import { supplyJudged, type SupplyJudged } from './supply-judged';
import { temporaryEnded, type TemporaryEnded } from './temporary-ended';
import { temporaryMade, type TemporaryMade } from './temporary-made';
import { timeSpent, type TimeSpent } from './time-spent';
import { transferBegun, type TransferBegun } from './transfer-begun';
import { transferChecked, type TransferChecked } from './transfer-checked';
import { undecidedAccepted, type UndecidedAccepted } from './undecided-accepted';
import { visitClosed, type VisitClosed } from './visit-closed';
import { visitOpened, type VisitOpened } from './visit-opened';
import { visitPaused, type VisitPaused } from './visit-paused';
import { visitReopened, type VisitReopened } from './visit-reopened';
import { visitResumed, type VisitResumed } from './visit-resumed';
import { visitSigned, type VisitSigned } from './visit-signed';
import { watchEnded, type WatchEnded } from './watch-ended';
import { watchStarted, type WatchStarted } from './watch-started';
import { wireColourNoted, type WireColourNoted } from './wire-colour-noted';
import { wireMoved, type WireMoved } from './wire-moved';
import { workDropped, type WorkDropped } from './work-dropped';
import { workPlanned, type WorkPlanned } from './work-planned';

export type {
  ActionDone,
  BoardIdentified,
  BypassPlaced,
  BypassRemoved,
  CallChanged,
  CallEnded,
  CauseNoted,
  CheckBegun,
  CheckJudged,
  CodeDismissed,
  CodeRead,
  CodesCleared,
  ComplaintTicked,
  ConclusionRefused,
  ConditionNoted,
  ConnectorChanged,
  DepartureNoted,
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
  PartArrived,
  PartFitted,
  PartOffered,
  PartOrdered,
  PartTested,
  PartWaived,
  PersonTold,
  PhotoMarked,
  PhotoTaken,
  ProcedureStarted,
  ReadingTaken,
  RecipePlayed,
  RepairDone,
  Retracted,
  SettingRead,
  SettingSourced,
  SignNoted,
  SourceChosen,
  StageMarked,
  StepJumped,
  StepSkipped,
  SupplyChanged,
  SupplyJudged,
  TemporaryEnded,
  TemporaryMade,
  TimeSpent,
  TransferBegun,
  TransferChecked,
  UndecidedAccepted,
  VisitClosed,
  VisitOpened,
  VisitPaused,
  VisitResumed,
  VisitSigned,
  WatchEnded,
  WatchStarted,
  WireColourNoted,
  WireMoved,
  WorkDropped,
  WorkPlanned,
};
export type { IntakeTopic, PriorWork, Temperatures } from './intake-recorded';
export type { MonitorMark } from './monitor-marked';
export type { ProofPart } from './reading-taken';
export type { SignSense } from './sign-noted';
export type { StageMark } from './stage-marked';

/** The shape of every kind of event, by its name: types alone. A new kind is a file of its own and a line in each of the two lists here. */
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
  readonly 'conclusion-refused': ConclusionRefused;
  readonly 'visit-resumed': VisitResumed;
  readonly 'handed-over': HandedOver;
  readonly 'cause-noted': CauseNoted;
  readonly 'check-begun': CheckBegun;
  readonly 'check-judged': CheckJudged;
  readonly 'person-told': PersonTold;
  readonly 'photo-marked': PhotoMarked;
  readonly 'photo-taken': PhotoTaken;
  readonly 'work-dropped': WorkDropped;
  readonly 'work-planned': WorkPlanned;
  readonly 'part-offered': PartOffered;
  readonly 'part-ordered': PartOrdered;
  readonly 'part-arrived': PartArrived;
  readonly 'part-tested': PartTested;
  readonly 'transfer-begun': TransferBegun;
  readonly 'wire-moved': WireMoved;
  readonly 'transfer-checked': TransferChecked;
  readonly 'setting-sourced': SettingSourced;
  readonly 'temporary-made': TemporaryMade;
  readonly 'temporary-ended': TemporaryEnded;
  readonly 'departure-noted': DepartureNoted;
  readonly 'time-spent': TimeSpent;
  readonly 'visit-signed': VisitSigned;
  readonly 'visit-paused': VisitPaused;
  readonly 'visit-closed': VisitClosed;
  readonly 'visit-reopened': VisitReopened;
}

/** What the product knows of every kind of event. A kind without an entry does not compile. */
export const EVENT_KINDS: { readonly [Type in EventType]: EventKind<EventShapes[Type]> } = {
  'visit-opened': visitOpened,
  'procedure-started': procedureStarted,
  'action-done': actionDone,
  'observation-made': observationMade,
  'reading-taken': readingTaken,
  'meter-proven': meterProven,
  'undecided-accepted': undecidedAccepted,
  'step-skipped': stepSkipped,
  'step-jumped': stepJumped,
  'supply-changed': supplyChanged,
  'call-changed': callChanged,
  'connector-changed': connectorChanged,
  'bypass-placed': bypassPlaced,
  'bypass-removed': bypassRemoved,
  'leads-zeroed': leadsZeroed,
  'note-added': noteAdded,
  'intake-recorded': intakeRecorded,
  'complaint-ticked': complaintTicked,
  'board-identified': boardIdentified,
  'setting-read': settingRead,
  'option-noted': optionNoted,
  'code-read': codeRead,
  'code-dismissed': codeDismissed,
  'codes-cleared': codesCleared,
  'sign-noted': signNoted,
  'watch-started': watchStarted,
  'stage-marked': stageMarked,
  'call-ended': callEnded,
  'watch-ended': watchEnded,
  'recipe-played': recipePlayed,
  'part-fitted': partFitted,
  'follow-up-noted': followUpNoted,
  'follow-up-done': followUpDone,
  'meter-changed': meterChanged,
  'condition-noted': conditionNoted,
  'source-chosen': sourceChosen,
  'repair-done': repairDone,
  'hazard-noted': hazardNoted,
  'wire-colour-noted': wireColourNoted,
  'part-waived': partWaived,
  'matrix-looked': matrixLooked,
  'matrix-judged': matrixJudged,
  'supply-judged': supplyJudged,
  'monitor-started': monitorStarted,
  'monitor-sampled': monitorSampled,
  'monitor-marked': monitorMarked,
  'monitor-ended': monitorEnded,
  retracted,
  'finding-reached': findingReached,
  'conclusion-refused': conclusionRefused,
  'visit-resumed': visitResumed,
  'handed-over': handedOver,
  'cause-noted': causeNoted,
  'check-begun': checkBegun,
  'check-judged': checkJudged,
  'person-told': personTold,
  'photo-marked': photoMarked,
  'photo-taken': photoTaken,
  'work-dropped': workDropped,
  'work-planned': workPlanned,
  'part-offered': partOffered,
  'part-ordered': partOrdered,
  'part-arrived': partArrived,
  'part-tested': partTested,
  'transfer-begun': transferBegun,
  'wire-moved': wireMoved,
  'transfer-checked': transferChecked,
  'setting-sourced': settingSourced,
  'temporary-made': temporaryMade,
  'temporary-ended': temporaryEnded,
  'departure-noted': departureNoted,
  'time-spent': timeSpent,
  'visit-signed': visitSigned,
  'visit-paused': visitPaused,
  'visit-closed': visitClosed,
  'visit-reopened': visitReopened,
};

/** The names of all kinds, in the order of the registry. */
export const EVENT_TYPES = Object.keys(EVENT_KINDS) as readonly EventType[];

/** What is known of an event's kind. */
export function kindOf<Type extends EventType>(event: { readonly type: Type }): EventKind<EventShapes[Type]> {
  return EVENT_KINDS[event.type];
}

/**
 * True when an event may be taken back: by the record, by the key for it and by the button beside its line alike.
 *
 * @example isRetractable({ type: 'note-added' }) // true
 * @example isRetractable({ type: 'visit-closed' }) // false
 */
export function isRetractable({ type }: { readonly type: EventType }): boolean {
  return EVENT_KINDS[type].undo !== 'never';
}

/** Everything of the visit's documents that an event names. */
export function referencesOf(event: VisitEvent): readonly Reference[] {
  const named = (field: string, to: Reference['to'], id: string | undefined): readonly Reference[] =>
    id === undefined ? [] : [{ field, to, id }];
  return [
    ...named('chart', 'chart', event.chart),
    ...named('step', 'step', 'step' in event ? event.step : undefined),
    ...named('next', 'step', 'next' in event ? event.next : undefined),
    ...named('meter', 'meter', 'meter' in event ? event.meter : undefined),
    ...((EVENT_KINDS[event.type] as unknown as EventKind<VisitEvent>).refersTo?.(event) ?? []),
  ];
}

/** A line of the record in words. */
export function eventWords(context: VisitContext, state: VisitState, line: TrailLine): EventWords {
  return kindOf(line.event).words(context, state, line as LineOf<EventOf<EventType>> as LineOf<never>);
}
