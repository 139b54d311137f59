import type { VisitState } from '../record';

/** When what is proven dead now was proven: the wall time of the last check of its meter; undefined where nothing is. */
export function provenSince({ conditions, trail }: Pick<VisitState, 'conditions' | 'trail'>): string | undefined {
  if (!Object.values(conditions.supplies ?? {}).includes('proven-dead')) return undefined;
  return trail.findLast(
    ({ event, standing }) =>
      standing !== 'retracted' && event.type === 'meter-proven' && event.when === 'after' && event.next !== undefined,
  )?.event.at;
}
