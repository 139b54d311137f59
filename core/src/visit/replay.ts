import { applied } from './apply-event';
import { powered } from './powered';
import { madeUnknown, suppliesTouched } from './safety';
import { bypassPlaced, changed, notedCondition, placedBy } from './state-changes';
import { EMPTY_VISIT, type Standing, type TrailLine, type VisitContext, type VisitState } from './visit-state';
import type { VisitEvent } from './visit-event';

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
