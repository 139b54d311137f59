/** How far a finding is shown, the strongest first; `by report` rests on what others said alone. */
export const FINDING_GRADES = ['proved', 'likely', 'by elimination', 'by report', 'not isolated'] as const;
export type FindingGrade = (typeof FINDING_GRADES)[number];

/** A grade as it is said. "Not isolated", as it is stored, reads beside a supply as if the machine were alive. */
export const FINDING_GRADE_WORDS: Readonly<Record<FindingGrade, string>> = {
  proved: 'proved',
  likely: 'likely',
  'by elimination': 'by elimination',
  'by report': 'by report',
  'not isolated': 'not narrowed down',
};
