import { FUNCTIONS } from '../../quantity';
import { stateOf, type Conditions } from '../../procedure';
import { sequenceOf, stageOfCode } from '../../unit-model';
import { codesRead, type ReadCode } from '../intake';
import { standingOf, type TrailLine, type VisitContext, type VisitState } from '../record';
import { holdOffsRunning } from '../walking';

/**
 * What kept the machine still when a live reading was taken although nothing need be wrong: a wait that was running, or a
 * lock-out a code told of. In words that say when to read again; undefined where nothing did. Ohms do not wait.
 */
export function waitAt(context: VisitContext, trail: readonly TrailLine[], index: number): string | undefined {
  const line = trail[index];
  if (line?.event.type !== 'reading-taken' || FUNCTIONS[line.event.function].needsDead) return undefined;
  const before = { trail: trail.slice(0, index), conditions: line.conditions };
  const [running] = holdOffsRunning(context, before, Date.parse(line.event.at));
  if (running) return `${running.words}, ${Math.ceil(running.remaining)} s from then: read again after it`;
  const code = lockOut(context, before);
  if (code) return `it was locked out by code ${code.event.code}: clear that and read again`;
  const stage = stageBeforeLockOut(context, before);
  return stage && `it may be locked out, since ${stage} never came: start it anew and read again`;
}

/**
 * The stage a watch waited for in vain, where the sequence locks out behind it, and nothing was started since. How often it
 * had tried by then nobody knows.
 */
function stageBeforeLockOut(
  context: VisitContext,
  before: Pick<VisitState, 'trail' | 'conditions'>,
): string | undefined {
  const { model } = context;
  const missed = standingOf(before, 'stage-marked').filter(({ mark }) => mark === 'never');
  for (const { id, watch, stage } of [...missed].reverse()) {
    const started = standingOf(before, 'watch-started').find((each) => each.id === watch);
    const stages = sequenceOf(model, started?.sequence ?? '')?.stages ?? [];
    const waited = stages.find((each) => each.id === stage);
    const ends = [waited?.else, waited?.then].map((end) => stages.find((each) => each.id === end));
    const isLockedOut = ends.some((end) => end?.holdOff === 'lock-out');
    const isCleared = standingOf(before, 'codes-cleared').some((cleared) => isAfter(before.trail, cleared.id, id));
    if (waited && isLockedOut && !isCleared && !isStartedAnew(context, before, id)) return waited.name ?? waited.id;
  }
  return undefined;
}

function isAfter(trail: readonly TrailLine[], one: string, other: string): boolean {
  const at = (id: string): number => trail.findIndex(({ event }) => event.id === id);
  return at(one) > at(other);
}

/** The code of a lock-out that nothing has ended since: no clearing, no new call, no new power. */
function lockOut(context: VisitContext, before: Pick<VisitState, 'trail' | 'conditions'>): ReadCode | undefined {
  return codesRead(context, before).find(
    (read) =>
      !read.event.stored &&
      read.dismissed === undefined &&
      !read.isCleared &&
      isLockOut(context, read) &&
      !isStartedAnew(context, before, read.event.id),
  );
}

function isLockOut({ model }: VisitContext, { document }: ReadCode): boolean {
  return (
    document !== undefined &&
    (document.kind === 'hold-off' || stageOfCode(model, document.code)?.holdOff === 'lock-out')
  );
}

/** Whether any supply or call went on after an event. */
function isStartedAnew(
  { model }: VisitContext,
  { trail, conditions }: Pick<VisitState, 'trail' | 'conditions'>,
  event: string,
): boolean {
  const since = trail.findIndex((line) => line.event.id === event) + 1;
  const held: readonly Conditions[] = [...trail.slice(since).map((line) => line.conditions), conditions];
  const wentOn = (group: 'supplies' | 'calls', id: string): boolean =>
    held.some(
      (each, at) => at > 0 && stateOf(held[at - 1] ?? {}, group, id) !== 'on' && stateOf(each, group, id) === 'on',
    );
  return (
    model.supplies.some(({ id }) => wentOn('supplies', id)) || (model.calls ?? []).some(({ id }) => wentOn('calls', id))
  );
}
