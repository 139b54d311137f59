import type { VisitState } from '../visit';

/** Every supply of the visit proven dead: the plain rule, apart from the code under test. */
export function isPointDead({ conditions }: VisitState): boolean {
  const supplies = Object.values(conditions.supplies ?? {});
  return supplies.length > 0 && supplies.every((supply) => supply === 'proven-dead');
}
