import { circumstancesBeyondStep } from '../../procedure';
import { EVENT_KINDS, isRetractable } from '../kinds';
import {
  CLOCK_TOLERANCE,
  EMPTY_VISIT,
  type EventKind,
  type Standing,
  type TrailLine,
  type VisitContext,
  type VisitEvent,
  type VisitState,
  wallTime,
} from '../record';
import {
  closedStands,
  derivedFollow,
  fedElsewhere,
  isVouchedFor,
  madeUnknown,
  powered,
  proofsRevoked,
  provenSince,
} from '../safety';
import { stepIn } from '../walking';

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
  const ground = anyKindOf(event).fallsWith?.(event);
  const hasFallen =
    ground !== undefined && state.trail.some((each) => each.event.id === ground && each.standing === 'retracted');
  const [next, line] = fold(context, state, event, hasFallen ? new Set([event.id]) : NONE);
  return { ...next, trail: [...state.trail, line] };
}

const NONE: ReadonlySet<string> = new Set();

/** The visit as it stood before an event: the record up to it, with what had been taken back by then. */
export function asBefore(context: VisitContext, state: Pick<VisitState, 'trail'>, event: string): VisitState {
  const events = state.trail.map((line) => line.event);
  const index = events.findIndex(({ id }) => id === event);
  return replay(context, index < 0 ? events : events.slice(0, index));
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
  for (const event of events) {
    const ground = anyKindOf(event).fallsWith?.(event);
    if (ground !== undefined && retracted.has(ground)) retracted.add(event.id);
  }
  return retracted;
}

/** An event's kind as one that takes any event: the registry holds it under the event's own name. */
function anyKindOf(event: VisitEvent): EventKind<VisitEvent> {
  return EVENT_KINDS[event.type] as unknown as EventKind<VisitEvent>;
}

/** The state after one event and its line; the caller adds the line to the trail. */
function fold(
  context: VisitContext,
  present: VisitState,
  event: VisitEvent,
  retracted: ReadonlySet<string>,
): readonly [VisitState, TrailLine] {
  const kind = anyKindOf(event);
  const previous = present.trail.at(-1)?.event;
  // A proof of dead ends by itself: what nobody was there for is not vouched for.
  const isUnwatched = previous !== undefined && !isVouchedFor(previous, event);
  const before = isUnwatched ? proofsRevoked(present) : present;
  const chart = chartOf(before, event);
  const standing = retracted.has(event.id) ? 'retracted' : standingOf(before, event, chart);
  const step = 'step' in event ? stepIn(context, chart, event.step) : undefined;
  const line: TrailLine = {
    event,
    standing,
    ...(chart === undefined ? {} : { chart }),
    ...(step ? { step } : {}),
    conditions: before.conditions,
    provenAt: provenSince(before),
    disturbsProof: isUnwatched || (kind.disturbsProof?.(event, standing === 'retracted') ?? true),
    clockDoubtful: isClockDoubtful(before, event),
  };
  const changed = fedElsewhere(derivedFollow(context, before, after(context, before, line, kind)));
  return [arrived(before, closedStands(context, before, changed, line)), line];
}

function after(context: VisitContext, before: VisitState, line: TrailLine, kind: EventKind<VisitEvent>): VisitState {
  const { event, standing } = line;
  if (standing === 'retracted') return cautiously(context, before, line);
  if (event.type === 'retracted') return afterRetraction(context, before, event.event);
  if (standing === 'evidence' || !kind.apply) return before;
  return powered(context, before, kind.apply(context, before, event), event.id);
}

/** The chart an event belongs to: the one it was logged in, else, in old records, the one that was walked. */
function chartOf(before: VisitState, event: VisitEvent): string | undefined {
  return event.type === 'procedure-started' ? event.procedure : (event.chart ?? before.procedure);
}

function standingOf(state: VisitState, event: VisitEvent, chart: string | undefined): Standing {
  if (event.type === 'note-added' || !('step' in event) || event.step === undefined) return 'beside';
  return event.step === state.step && chart === state.procedure ? 'walked' : 'evidence';
}

/** Remembers where in the log the position came to its step. */
function arrived(before: VisitState, after: VisitState): VisitState {
  const hasMoved = after.step !== before.step || after.walks !== before.walks || after.procedure !== before.procedure;
  return hasMoved ? released({ ...after, arrivedAt: before.trail.length + 1 }) : after;
}

/** Nobody keeps a part pressed on the way to the next step. */
function released(state: VisitState): VisitState {
  const beyond = circumstancesBeyondStep(state.conditions);
  if (beyond.press === undefined) return beyond === state.conditions ? state : { ...state, conditions: beyond };
  const { press: _press, ...conditions } = beyond;
  return { ...state, conditions };
}

function isClockDoubtful(state: VisitState, event: VisitEvent): boolean {
  const previous = state.trail.at(-1)?.event;
  if (!previous) return false;
  if (previous.device !== event.device) return true;
  const wall = wallTime(event) - wallTime(previous);
  return !(Math.abs(wall - (event.monotonic - previous.monotonic)) <= CLOCK_TOLERANCE);
}

/** What a retracted event leaves behind: unknown supplies, a bypass that counts as in, an interlock that counts as held. */
function cautiously(context: VisitContext, state: VisitState, line: TrailLine): VisitState {
  const unsure = madeUnknown(state, suppliesTouched(context, state, line));
  return anyKindOf(line.event).leaves?.(context, unsure, line) ?? unsure;
}

/** Where something is taken back, its supplies are unknown from then on. */
function afterRetraction(context: VisitContext, state: VisitState, event: string): VisitState {
  const target = state.trail.find((line) => line.event.id === event && line.standing === 'retracted');
  return target ? madeUnknown(state, suppliesTouched(context, state, target)) : state;
}

/** The supplies an event says something about; one whose kind does not say which may have touched all of them. */
function suppliesTouched(context: VisitContext, state: VisitState, line: TrailLine): readonly string[] {
  const touched = anyKindOf(line.event).supplies?.(context, state, line);
  return touched ?? Object.keys(state.conditions.supplies ?? {});
}
