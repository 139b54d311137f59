import { FUNCTIONS } from '../../quantity';
import { stateOf, type Conditions } from '../../procedure';
import { stageOfCode } from '../../unit-model';
import { codesRead, type ReadCode } from '../intake';
import type { TrailLine, VisitContext, VisitState } from '../record';
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
  return code && `it was locked out by code ${code.event.code}: clear that and read again`;
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
