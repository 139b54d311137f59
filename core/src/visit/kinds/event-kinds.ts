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
import type { EventShapes } from './event-shapes';
import { actionDone } from './action-done';
import { boardIdentified } from './board-identified';
import { bypassPlaced } from './bypass-placed';
import { bypassRemoved } from './bypass-removed';
import { callChanged } from './call-changed';
import { callEnded } from './call-ended';
import { codeDismissed } from './code-dismissed';
import { codeRead } from './code-read';
import { codesCleared } from './codes-cleared';
import { complaintTicked } from './complaint-ticked';
import { conditionNoted } from './condition-noted';
import { connectorChanged } from './connector-changed';
import { findingReached } from './finding-reached';
import { followUpDone } from './follow-up-done';
import { followUpNoted } from './follow-up-noted';
import { handedOver } from './handed-over';
import { hazardNoted } from './hazard-noted';
import { intakeRecorded } from './intake-recorded';
import { leadsZeroed } from './leads-zeroed';
import { matrixJudged } from './matrix-judged';
import { matrixLooked } from './matrix-looked';
import { meterChanged } from './meter-changed';
import { meterProven } from './meter-proven';
import { monitorEnded } from './monitor-ended';
import { monitorMarked } from './monitor-marked';
import { monitorSampled } from './monitor-sampled';
import { monitorStarted } from './monitor-started';
import { noteAdded } from './note-added';
import { observationMade } from './observation-made';
import { optionNoted } from './option-noted';
import { partFitted } from './part-fitted';
import { partWaived } from './part-waived';
import { procedureStarted } from './procedure-started';
import { readingTaken } from './reading-taken';
import { recipePlayed } from './recipe-played';
import { repairDone } from './repair-done';
import { retracted } from './retracted';
import { settingRead } from './setting-read';
import { signNoted } from './sign-noted';
import { sourceChosen } from './source-chosen';
import { stageMarked } from './stage-marked';
import { stepJumped } from './step-jumped';
import { stepSkipped } from './step-skipped';
import { supplyChanged } from './supply-changed';
import { supplyJudged } from './supply-judged';
import { undecidedAccepted } from './undecided-accepted';
import { visitClosed } from './visit-closed';
import { visitOpened } from './visit-opened';
import { visitResumed } from './visit-resumed';
import { watchEnded } from './watch-ended';
import { watchStarted } from './watch-started';
import { wireColourNoted } from './wire-colour-noted';

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
  'visit-resumed': visitResumed,
  'handed-over': handedOver,
  'visit-closed': visitClosed,
};

/** The names of all kinds, in the order of the registry. */
export const EVENT_TYPES = Object.keys(EVENT_KINDS) as readonly EventType[];

/** What is known of an event's kind. */
export function kindOf<Type extends EventType>(event: { readonly type: Type }): EventKind<EventShapes[Type]> {
  return EVENT_KINDS[event.type];
}

/** True when an event may be taken back: by the record, by the key for it and by the button beside its line alike. */
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
