/** How a fact was come by. */
export const GRADES = ['measured', 'observed', 'reported', 'assumed', 'inferred'] as const;
export type Grade = (typeof GRADES)[number];
