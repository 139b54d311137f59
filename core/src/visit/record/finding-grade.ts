/** How far a finding is shown, the strongest first; `by report` rests on what others said alone. */
export const FINDING_GRADES = ['proved', 'likely', 'by elimination', 'by report', 'not isolated'] as const;
export type FindingGrade = (typeof FINDING_GRADES)[number];
