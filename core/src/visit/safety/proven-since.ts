import type { VisitState } from '../record';

/** When what is proven dead now was proven: the wall time of the last check of its meter; undefined where nothing is. */
export function provenSince({ conditions, provenAt }: Pick<VisitState, 'conditions' | 'provenAt'>): string | undefined {
  return Object.values(conditions.supplies ?? {}).includes('proven-dead') ? provenAt : undefined;
}
