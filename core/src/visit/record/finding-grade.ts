/**
 * How far a finding is shown, the strongest first: `likely` by a reading that points at it alone, `by elimination` as the
 * last that is left of what could cause the complaint, `by observation` and `by code` by looks or codes alone, `by report`
 * by what others said alone.
 */
export const FINDING_GRADES = [
  'proved',
  'likely',
  'by elimination',
  'by observation',
  'by code',
  'by report',
  'not isolated',
] as const;
export type FindingGrade = (typeof FINDING_GRADES)[number];

/** A grade as it is said. "Not isolated", as it is stored, reads beside a supply as if the machine were alive. */
export const FINDING_GRADE_WORDS: Readonly<Record<FindingGrade, string>> = {
  proved: 'proved',
  likely: 'likely',
  'by elimination': 'by elimination',
  'by observation': 'by observation',
  'by code': 'by code',
  'by report': 'by report',
  'not isolated': 'not narrowed down',
};
