import { inBase, readQuantity } from '../quantity';
import { stateOf, type Conditions } from '../procedure';
import { sequenceOf, supplyOf, type HoldOffDocument } from '../unit-model';
import { holdOffsRunning, lastTurn, type EventOf, type VisitContext, type VisitState } from '../visit';
import { TIMER, type Span } from './runs';
import { secondsBetween } from './seconds-between';

/** What held a watched call off, and what ended it early. */
export interface Circumstances {
  /** When the first stage can have begun, seconds after the call: later while a wait was running. */
  readonly begins: Span;
  /** Waits that may have been running unnoticed, since nobody noted when they began. */
  readonly mayHaveWaited: readonly string[];
  /** From then on nothing follows from the marks: the supply went, another call was made. */
  readonly cut?: { readonly at: number; readonly words: string };
  /** The call was ended otherwise than by the watch. */
  readonly callDroppedAt?: number;
}

/** Everything the record says beside the marks of a watch. */
export function circumstancesOf(
  context: VisitContext,
  state: VisitState,
  started: EventOf<'watch-started'>,
  ended: EventOf<'watch-ended'> | undefined,
): Circumstances {
  const begin = state.trail.findIndex(({ event }) => event.id === started.id);
  const end = ended ? state.trail.findIndex(({ event }) => event.id === ended.id) : state.trail.length;
  const before: VisitState = {
    ...state,
    trail: state.trail.slice(0, begin),
    conditions: state.trail[begin]?.conditions ?? {},
  };
  const call = sequenceOf(context.model, started.sequence)?.call;
  const changes = changesOf(context, state, started, begin, end, call);
  const cut = cutAtOnce(context, before.conditions, call) ?? changes.cut;
  return {
    begins: { least: 0, most: heldOff(context, before, started) },
    mayHaveWaited: unnoted(context, before, started),
    ...(cut ? { cut } : {}),
    ...(changes.callDroppedAt === undefined ? {} : { callDroppedAt: changes.callDroppedAt }),
  };
}

/** What keeps a watch from saying anything at all. */
function cutAtOnce(context: VisitContext, conditions: Conditions, call: string | undefined): Circumstances['cut'] {
  const [off] = notOn(context, conditions);
  if (off !== undefined) return { at: 0, words: `${off} is not on: nothing can start` };
  const other = (context.model.calls ?? []).find(({ id }) => id !== call && stateOf(conditions, 'calls', id) === 'on');
  return other && { at: 0, words: `another call (${other.id.replaceAll('-', ' ')}) is on: the watch says nothing` };
}

/** Seconds for which a wait that was noted still runs after the call. */
function heldOff(context: VisitContext, before: VisitState, started: EventOf<'watch-started'>): number {
  const running = holdOffsRunning(context, before, Date.parse(started.at));
  return Math.max(0, ...running.map(({ remaining, lasts }) => remaining + TIMER * lasts));
}

/** Waits of which nobody noted when they began, and that the visit is too young to exclude. */
function unnoted({ model }: VisitContext, before: VisitState, started: EventOf<'watch-started'>): readonly string[] {
  const opened = before.trail[0]?.event.at;
  const known = opened === undefined ? 0 : (Date.parse(started.at) - Date.parse(opened)) / 1000;
  const isUnnoted = ({ since, of, for: lasts }: HoldOffDocument): boolean => {
    if (inBase(readQuantity(lasts, 'for', 'time')) <= known) return false;
    return since === 'power-up'
      ? lastTurn(before, 'supplies', of, 'on') === undefined
      : lastTurn(before, 'calls', of, 'off', 'on') === undefined;
  };
  return (model.holdOffs ?? []).filter(isUnnoted).map(({ name, kind }) => name ?? kind.replaceAll('-', ' '));
}

/** Supplies that are known not to be on; one of which nothing was noted is not. */
function notOn({ model }: VisitContext, conditions: Conditions): readonly string[] {
  const off = new Set(['off', 'locked', 'plug-out', 'proven-dead']);
  return model.supplies
    .filter(({ id }) => off.has(stateOf(conditions, 'supplies', id)))
    .map(({ id }) => supplyOf(model, id)?.name ?? id);
}

/** What changed while it was watched. */
function changesOf(
  context: VisitContext,
  state: VisitState,
  started: EventOf<'watch-started'>,
  begin: number,
  end: number,
  call: string | undefined,
): Pick<Circumstances, 'cut' | 'callDroppedAt'> {
  let cut: Circumstances['cut'];
  let callDroppedAt: number | undefined;
  for (let index = begin + 1; index < end; index += 1) {
    const [line, after] = [state.trail[index], state.trail[index + 1]?.conditions ?? state.conditions];
    if (!line) continue;
    const at = secondsBetween(started, line.event).seconds;
    const turned = (group: 'supplies' | 'calls', id: string): boolean =>
      stateOf(line.conditions, group, id) !== stateOf(after, group, id);
    const gone = context.model.supplies.find(
      ({ id }) => turned('supplies', id) && stateOf(after, 'supplies', id) !== 'on',
    );
    const other = (context.model.calls ?? []).find(
      ({ id }) => id !== call && turned('calls', id) && stateOf(after, 'calls', id) === 'on',
    );
    if (gone)
      cut ??= {
        at,
        words: `${gone.name ?? gone.id} went after ${Math.round(at)} s: the watch says nothing from then on`,
      };
    if (other)
      cut ??= {
        at,
        words: `another call (${other.id.replaceAll('-', ' ')}) was made after ${Math.round(at)} s: the watch says nothing from then on`,
      };
    const isOwn = line.event.type === 'call-ended' && line.event.watch === started.id;
    const isDropped = !isOwn && call !== undefined && turned('calls', call) && stateOf(after, 'calls', call) === 'off';
    if (isDropped) callDroppedAt ??= at;
  }
  return { ...(cut ? { cut } : {}), ...(callDroppedAt === undefined ? {} : { callDroppedAt }) };
}
