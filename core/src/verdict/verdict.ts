/** How a reading compares with what it should be. The order is the order of the rules: the first that matches holds. */
export const VERDICTS = [
  'invalid',
  'unjudged',
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
export const INCONCLUSIVE: ReadonlySet<Verdict> = new Set(['invalid', 'unjudged', 'undecided']);

/** What each verdict means at most, in a colleague's words. */
export const VERDICT_MEANINGS: Readonly<Record<Verdict, string>> = {
  invalid: 'Not taken under the conditions it needs, so it says nothing.',
  unjudged: 'No expected value is known, so it is kept and not judged.',
  unsteady: 'It moves although it should stand still.',
  steady: 'It stands still although it should move.',
  mixed: 'The looks disagree with each other.',
  unbalanced: 'They are not alike.',
  open: 'No path between the two points.',
  shorted: 'The two points are joined.',
  within: 'As it should be, meter uncertainty included.',
  undecided: 'The meter cannot tell on which side of the limit it is.',
  absent: 'Nothing there.',
  partial: 'Something is there but too little: think stray voltage or a load in series.',
  low: 'Less than it should be.',
  high: 'More than it should be.',
};

/** Version of the rules below; stored with every judgement so that a later change never rewrites a record. */
export const RULES_VERSION = 2;
