import {
  END,
  isOverZeroBand,
  keyOfOutcome,
  methodOf,
  withConditions,
  type Conditions,
  type MeasuredOutcome,
  type WalkableStep,
} from '../procedure';
import { changedConditions, madeUnknown, proofsRevoked, PROOF_LASTS_SECONDS, suppliesTouched } from './safety';
import { provenDead } from './proof-of-dead';
import { settle, stepOf } from './steps';
import { measuredOutcome } from './measured-outcome';
import { unclearedBoard } from './uncleared';
import {
  EMPTY_VISIT,
  heldInterlocks,
  openBypasses,
  type Standing,
  type TrailLine,
  type VisitContext,
  type VisitState,
} from './visit-state';
import type { BypassPlaced, EventOf, VisitEvent } from './visit-event';

/**
 * The state of a visit: a pure fold over its events in server order, then the outbox in device order.
 *
 * Retracting an event equals never having sent it, with one exception: what it said about supplies and bypasses leaves
 * the more cautious state behind. Never throws on any order of well-formed events.
 */
export function replay(context: VisitContext, events: readonly VisitEvent[]): VisitState {
  const retracted = retractedIds(events);
  // One growing list instead of a copy per event: ten thousand events would copy fifty million lines.
  const trail: TrailLine[] = [];
  let state: VisitState = { ...EMPTY_VISIT, trail };
  for (const event of events) {
    const [next, line] = fold(context, state, event, retracted);
    trail.push(line);
    state = next;
  }
  return state;
}

/** Applies one more event. A retraction replays the whole log, everything else is one step of the fold. */
export function append(
  context: VisitContext,
  events: readonly VisitEvent[],
  state: VisitState,
  event: VisitEvent,
): VisitState {
  if (event.type === 'retracted') return replay(context, [...events, event]);
  const [next, line] = fold(context, state, event, NONE);
  return { ...next, trail: [...state.trail, line] };
}

const NONE: ReadonlySet<string> = new Set();
/** What cannot be taken back: there is no visit without its opening, and a retraction stands. */
const STANDS: ReadonlySet<string> = new Set([
  'visit-opened',
  'retracted',
  'visit-closed',
  'visit-resumed',
  'handed-over',
]);

/** True when an event may be retracted. */
export function isRetractable(event: VisitEvent): boolean {
  return !STANDS.has(event.type);
}

function retractedIds(events: readonly VisitEvent[]): ReadonlySet<string> {
  const named = new Set(events.flatMap((event) => (event.type === 'retracted' ? [event.event] : [])));
  if (named.size === 0) return NONE;
  const retractable = new Set<string>();
  const retracted = new Set<string>();
  for (const event of events) {
    if (named.has(event.id) && isRetractable(event)) retractable.add(event.id);
    if (event.type === 'retracted' && retractable.has(event.event)) retracted.add(event.event);
  }
  // What was taken from a reading goes with it.
  for (const event of events)
    if (event.type === 'reading-taken' && event.adopts !== undefined && retracted.has(event.adopts))
      retracted.add(event.id);
  return retracted;
}

/** The state after one event and its line; the caller adds the line to the trail. */
function fold(
  context: VisitContext,
  before: VisitState,
  event: VisitEvent,
  retracted: ReadonlySet<string>,
): readonly [VisitState, TrailLine] {
  const standing = retracted.has(event.id) ? 'retracted' : standingOf(before, event);
  const after =
    standing === 'retracted'
      ? cautiously(context, before, event)
      : standing === 'evidence'
        ? before
        : powered(context, before, applied(context, before, event), event.id);
  const line = { event, standing, conditions: before.conditions, clockDoubtful: isClockDoubtful(before, event) };
  return [arrived(before, after), line];
}

function standingOf(state: VisitState, event: VisitEvent): Standing {
  if (event.type === 'note-added' || !('step' in event) || event.step === undefined) return 'beside';
  return event.step === state.step ? 'walked' : 'evidence';
}

/** Remembers where in the log the position came to its step. */
function arrived(before: VisitState, after: VisitState): VisitState {
  const hasMoved = after.step !== before.step || after.walks !== before.walks || after.procedure !== before.procedure;
  return hasMoved ? released({ ...after, arrivedAt: before.trail.length + 1 }) : after;
}

/** Nobody keeps a part pressed on the way to the next step. */
function released(state: VisitState): VisitState {
  if (state.conditions.press === undefined) return state;
  const { press: _press, ...conditions } = state.conditions;
  return { ...state, conditions };
}

/** Wall and monotonic clock may drift apart by this much, in milliseconds, before an interval is doubted. */
const CLOCK_TOLERANCE = 2000;

function isClockDoubtful(state: VisitState, event: VisitEvent): boolean {
  const previous = state.trail.at(-1)?.event;
  if (!previous) return false;
  if (previous.device !== event.device) return true;
  const wall = wallTime(event) - wallTime(previous);
  return !(Math.abs(wall - (event.monotonic - previous.monotonic)) <= CLOCK_TOLERANCE);
}

/** Parsed once: every event is compared with the one before and the one after, at every replay. */
const wallTimes = new WeakMap<VisitEvent, number>();

function wallTime(event: VisitEvent): number {
  const known = wallTimes.get(event);
  if (known !== undefined) return known;
  const time = Date.parse(event.at);
  wallTimes.set(event, time);
  return time;
}

/** What a retracted event leaves behind: unknown supplies, a bypass that counts as in, an interlock that counts as held. */
function cautiously(context: VisitContext, state: VisitState, event: VisitEvent): VisitState {
  const unsure = madeUnknown(state, suppliesTouched(context, state, event));
  // An interlock that was held counts as held until hands have let it go.
  if (event.type === 'condition-noted' && event.group === 'interlocks' && event.state === 'held')
    return changed(unsure, notedCondition(event));
  const placed = placedBy(context, state, event);
  return placed ? bypassPlaced(unsure, event, placed, true) : unsure;
}

type Placed = Omit<BypassPlaced, 'type'>;

function placedBy(context: VisitContext, state: VisitState, event: VisitEvent): Placed | undefined {
  if (event.type === 'bypass-placed') {
    const { bypass, from, to, why, removes, makes } = event;
    return { bypass, from, to, why, removes, makes };
  }
  const step = event.type === 'action-done' ? stepOf(context, state, event.step) : undefined;
  if (step?.kind !== 'action' || !step.bypass) return undefined;
  const { id, ...rest } = step.bypass;
  return { bypass: id, ...rest };
}

function applied(context: VisitContext, state: VisitState, event: VisitEvent): VisitState {
  switch (event.type) {
    case 'visit-opened':
      return { ...state, opened: event, meter: event.meter };
    case 'procedure-started':
      return startedProcedure(context, state, event);
    case 'action-done':
      return afterAction(context, state, event);
    case 'observation-made':
      return moved(context, withOutcome(state, event.step, event.answer, event.id), event.next);
    case 'reading-taken':
      return afterReading(context, state, event);
    case 'meter-proven':
      return afterMeterProven(context, state, event);
    case 'undecided-accepted':
      return moved(context, afterOutcome(context, state, event, { verdict: event.verdict }), event.next);
    case 'step-skipped':
      return moved(context, withOutcome(state, event.step, 'within', event.id, true), event.next);
    case 'step-jumped':
      return state.procedure === undefined ? state : moved(context, state, event.to);
    case 'supply-changed':
      return { ...state, ...changedConditions(state, { supplies: { [event.supply]: event.state } }, event) };
    case 'call-changed':
      return changed(state, { calls: { [event.call]: event.state } });
    case 'connector-changed':
      return changed(state, { connectors: { [event.connector]: event.state } });
    case 'bypass-placed':
      return bypassPlaced(state, event, event, false);
    case 'bypass-removed':
      return bypassRemoved(state, event.bypass, event.at);
    case 'leads-zeroed':
      return { ...state, leadZero: event.ohms, leadZeroAt: event.at };
    case 'meter-changed':
      return { ...state, meter: event.meter, leadZero: undefined, leadZeroAt: undefined };
    case 'condition-noted':
      return changed(state, notedCondition(event));
    case 'source-chosen':
      return { ...state, choices: { ...state.choices, [event.question]: event.choice } };
    case 'repair-done':
      return changed(state, { repaired: event.items });
    case 'finding-reached':
      return afterFinding(context, state, event);
    case 'retracted':
      return afterRetraction(context, state, event);
    case 'visit-resumed':
      return event.awaySeconds >= 0 && event.awaySeconds < PROOF_LASTS_SECONDS ? state : proofsRevoked(state);
    case 'handed-over':
      return proofsRevoked(state);
    case 'visit-closed':
      // Closed on one tablet while another put a jumper in: it stays open until hands have taken that out.
      return openBypasses(state).length > 0 || heldInterlocks(state).length > 0 ? state : { ...state, closed: true };
    case 'setting-read':
      return changed(state, { positions: { [event.setting]: event.value } });
    case 'option-noted':
      return { ...state, options: { ...state.options, [event.option]: event.present } };
    case 'part-fitted':
      return fittedPart(context, state, event.part, event.id);
    case 'part-waived':
      return event.next === undefined || !event.joint
        ? state
        : moved(context, afterOutcome(context, state, event, event.joint), event.next);
    case 'matrix-judged':
      return moved(context, withOutcome(state, event.step, event.pattern, event.id), event.next);
    case 'wire-colour-noted':
      return { ...state, wireColours: { ...state.wireColours, [event.wire]: event.colour } };
    case 'watch-started':
      return called(context, state, event.sequence, 'on');
    case 'call-ended':
      return called(context, state, watchedSequence(state, event.watch), 'off');
    case 'note-added':
    case 'intake-recorded':
    case 'complaint-ticked':
    case 'board-identified':
    case 'code-read':
    case 'code-dismissed':
    case 'codes-cleared':
    case 'sign-noted':
    case 'stage-marked':
    case 'watch-ended':
    case 'recipe-played':
    case 'follow-up-noted':
    case 'follow-up-done':
    case 'hazard-noted':
    case 'matrix-looked':
    case 'supply-judged':
    case 'monitor-started':
    case 'monitor-sampled':
    case 'monitor-marked':
    case 'monitor-ended':
      return state;
  }
}

/** What was switched on is on, whatever stood against it; that it was is not forgotten. */
function powered(context: VisitContext, before: VisitState, after: VisitState, event: string): VisitState {
  if (before.conditions === after.conditions && before.clearances === after.clearances) return after;
  const board = poweredBoard(context, after);
  return board === undefined || poweredBoard(context, before) !== undefined
    ? after
    : { ...after, poweredUncleared: [...after.poweredUncleared, { board, event }] };
}

/** The renewed board that has power and was not cleared. */
function poweredBoard(context: VisitContext, { conditions, clearances }: VisitState): string | undefined {
  const isOn = Object.values(conditions.supplies ?? {}).includes('on');
  return isOn ? unclearedBoard(context, { clearances })?.board : undefined;
}

/** A new board gets no power before what plugs into it is cleared. */
function fittedPart({ model }: VisitContext, state: VisitState, part: string, event: string): VisitState {
  const fitted = changed(state, { fitted: { [part]: event } });
  const isBoard = model.boards.some(({ id }) => id === part);
  return isBoard ? { ...fitted, clearances: { ...fitted.clearances, [part]: 'open' } } : fitted;
}

/** A noted condition in the vocabulary of conditions. */
function notedCondition({ group, item, state }: EventOf<'condition-noted'>): Conditions {
  return group === 'facts' ? { facts: { [item]: state === 'true' } } : { [group]: { [item]: state } };
}

/** A watch makes the call of its sequence, and ends it. */
function called(
  context: VisitContext,
  state: VisitState,
  sequence: string | undefined,
  call: 'on' | 'off',
): VisitState {
  const id = context.model.sequences?.find((each) => each.id === sequence)?.call;
  return id === undefined ? state : changed(state, { calls: { [id]: call } });
}

function watchedSequence(state: VisitState, watch: string): string | undefined {
  const started = state.trail.find(({ event }) => event.id === watch)?.event;
  return started?.type === 'watch-started' ? started.sequence : undefined;
}

function startedProcedure(context: VisitContext, state: VisitState, event: EventOf<'procedure-started'>): VisitState {
  const procedure = context.procedures[event.procedure];
  const started: VisitState = { ...state, procedure: event.procedure, outcomes: {}, walks: {} };
  // What a chart assumes at its start is somebody's word: it may put a supply on, never calm one.
  const given = procedure?.given && onlyLivening(procedure.given);
  const told = { ...started, ...changedConditions(started, given, event) };
  return { ...told, step: settle(context, told, event.start) };
}

function onlyLivening(given: Conditions): Conditions {
  const live = Object.entries(given.supplies ?? {}).filter(([, supply]) => supply === 'on');
  return { ...given, supplies: Object.fromEntries(live) };
}

function afterAction(context: VisitContext, state: VisitState, event: EventOf<'action-done'>): VisitState {
  const step = stepOf(context, state, event.step);
  let after = withOutcome(state, event.step, 'done', event.id);
  if (step?.kind === 'action') {
    for (const change of [...(step.recipe ?? []).map((each) => each.sets), step.sets]) {
      after = { ...after, ...changedConditions(after, change, event) };
      for (const [bypass, place] of Object.entries(change?.bypasses ?? {})) {
        if (place === 'out') after = bypassRemoved(after, bypass, event.at);
      }
    }
    const placed = placedBy(context, state, event);
    if (placed) after = bypassPlaced(after, event, placed, false);
    if (step.fits !== undefined) after = fittedPart(context, after, step.fits, event.id);
  }
  return moved(context, after, event.next);
}

function afterReading(context: VisitContext, state: VisitState, event: EventOf<'reading-taken'>): VisitState {
  if (event.step === undefined || event.next === undefined) return state;
  return moved(
    context,
    afterOutcome(context, state, { ...event, step: event.step }, measuredOutcome(event)),
    event.next,
  );
}

function afterMeterProven(context: VisitContext, state: VisitState, event: EventOf<'meter-proven'>): VisitState {
  const proven = new Set(provenDead(context, state, event));
  if (event.step === undefined || event.next === undefined || proven.size === 0) return state;
  const dead = Object.fromEntries([...proven].map((id) => [id, 'proven-dead' as const]));
  const known = { ...state, ...changedConditions(state, { supplies: dead }, event, proven) };
  const step = stepOf(context, state, event.step);
  const sets = step?.kind === 'measurement' ? step.sets?.['within'] : undefined;
  const told = { ...known, ...changedConditions(known, sets, event, proven) };
  return moved(context, withOutcome(told, event.step, 'within', event.id), event.next);
}

/** A measurement's outcome with what the chart sets for it; an outcome alone never proves a supply dead. */
function afterOutcome(
  context: VisitContext,
  state: VisitState,
  event: VisitEvent & { readonly step: string },
  outcome: MeasuredOutcome,
): VisitState {
  const step = stepOf(context, state, event.step);
  const noted = cleared(step, withOutcome(state, event.step, outcome.pattern ?? outcome.verdict, event.id), outcome);
  if (step?.kind !== 'measurement' || !step.sets) return noted;
  const key = keyOfOutcome(step.sets, outcome, isOverZeroBand(methodOf(step)));
  return key === undefined ? noted : { ...noted, ...changedConditions(noted, step.sets[key], event) };
}

function cleared(step: WalkableStep | undefined, state: VisitState, { verdict }: MeasuredOutcome): VisitState {
  const board = step?.kind === 'measurement' ? step.measure.clearance : undefined;
  if (board === undefined) return state;
  return { ...state, clearances: { ...state.clearances, [board]: verdict === 'within' ? 'cleared' : 'shorted' } };
}

function afterFinding(context: VisitContext, state: VisitState, event: EventOf<'finding-reached'>): VisitState {
  const noted = { ...state, findings: [...state.findings, event] };
  if (event.step === undefined || event.next === undefined) return noted;
  const step = stepOf(context, state, event.step);
  const found = withOutcome(noted, event.step, 'done', event.id);
  // The ledger is settled by hands, not by a conclusion: its bypasses stay in until someone takes them out.
  const { bypasses: _bypasses, ...sets } = (step?.kind === 'conclusion' && step.sets) || {};
  return moved(context, { ...found, ...changedConditions(found, sets, event) }, event.next);
}

function afterRetraction(context: VisitContext, state: VisitState, event: EventOf<'retracted'>): VisitState {
  const target = state.trail.find((line) => line.event.id === event.event && line.standing === 'retracted');
  return target ? madeUnknown(state, suppliesTouched(context, state, target.event)) : state;
}

function changed(state: VisitState, change: Conditions): VisitState {
  return { ...state, conditions: withConditions(state.conditions, change) };
}

function withOutcome(state: VisitState, step: string, outcome: string, event: string, assumed = false): VisitState {
  return {
    ...state,
    outcomes: { ...state.outcomes, [step]: { outcome, event, assumed } },
    walks: { ...state.walks, [step]: (state.walks[step] ?? 0) + 1 },
  };
}

function moved(context: VisitContext, state: VisitState, next: string): VisitState {
  return { ...state, step: next === END ? END : settle(context, state, next) };
}

function bypassPlaced(state: VisitState, event: VisitEvent, placed: Placed, unconfirmed: boolean): VisitState {
  const { bypass, from, to, why, removes, makes } = placed;
  const others = state.bypasses.filter((entry) => entry.bypass !== bypass || entry.removedAt !== undefined);
  const entry = { bypass, from, to, why, removes, makes, placedAt: event.at, placedBy: event.by, unconfirmed };
  const calls: Conditions = makes === undefined || unconfirmed ? {} : { calls: { [makes]: 'on' } };
  return changed({ ...state, bypasses: [...others, entry] }, { bypasses: { [bypass]: 'in' }, ...calls });
}

function bypassRemoved(state: VisitState, bypass: string, at: string): VisitState {
  const bypasses = state.bypasses.map((entry) =>
    entry.bypass === bypass && entry.removedAt === undefined ? { ...entry, removedAt: at } : entry,
  );
  return changed({ ...state, bypasses }, { bypasses: { [bypass]: 'out' } });
}
