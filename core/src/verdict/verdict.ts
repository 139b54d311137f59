/** How a reading compares with what it should be. The order is the order of the rules: the first that matches holds. */
export const VERDICTS = [
  'invalid',
  'unjudged',
  'reversed',
  'unsteady',
  'steady',
  'mixed',
  'unbalanced',
  'open',
  'shorted',
  'within',
  'undecided',
  'absent',
  'partial',
  'low',
  'high',
] as const;

export type Verdict = (typeof VERDICTS)[number];

/** Verdicts that say nothing about the machine: no branch catches them unless it names them. */
export const INCONCLUSIVE: ReadonlySet<Verdict> = new Set(['invalid', 'unjudged', 'reversed', 'undecided']);

/** Version of the rules below; stored with every judgement so that a later change never rewrites a record. */
export const RULES_VERSION = 6;
