import type { SupplyState } from '../../procedure';
import { sourcesOf } from '../../unit-model';
import type { VisitContext, VisitState } from '../record';

/**
 * A derived supply follows its sources: with one of them on, or no longer known to be off, nothing that was said of its
 * being dead holds any more; with all of them off it is not on. Off is not dead: capacitors and a feed nobody has drawn
 * are for the proof.
 */
export function derivedFollow({ model }: VisitContext, before: VisitState, after: VisitState): VisitState {
  const [was, is] = [before.conditions.supplies ?? {}, after.conditions.supplies ?? {}];
  if (was === is) return after;
  const changed = model.supplies.flatMap(({ id }): [string, SupplyState][] => {
    const sources = sourcesOf(model, id);
    const now = is[id] ?? 'unknown';
    if (sources.length === 0) return [];
    const isFed = sources.some((each) => is[each] === 'on' || (isOpenOf(is[each]) && !isOpenOf(was[each])));
    if (isFed && SAID_TO_BE_DEAD.has(now)) return [[id, 'unknown']];
    return now === 'on' && sources.every((each) => SAID_TO_BE_OFF.has(is[each] ?? 'unknown')) ? [[id, 'off']] : [];
  });
  if (changed.length === 0) return after;
  return { ...after, conditions: { ...after.conditions, supplies: { ...is, ...Object.fromEntries(changed) } } };
}

const SAID_TO_BE_DEAD: ReadonlySet<SupplyState> = new Set(['proven-dead', 'plug-out']);
const SAID_TO_BE_OFF: ReadonlySet<SupplyState> = new Set(['off', 'locked', 'plug-out', 'proven-dead']);

function isOpenOf(state: SupplyState = 'unknown'): boolean {
  return state === 'on' || state === 'unknown';
}
