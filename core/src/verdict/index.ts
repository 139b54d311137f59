export { judge } from './judge';
export type { JudgeInput, Judgement } from './judgement';
export { judgeSet, type JointJudgement, type Patterns, type SetMember } from './judge-set';
export { JUDGEMENT_NOTES, type JudgementNote } from './judgement-note';
export { measuredInterval, type MeasuredInterval } from './measured-interval';
export { producibleVerdicts } from './producible';
export { INCONCLUSIVE, RULES_VERSION, VERDICTS, type Verdict } from './verdict';
export type { StrayEstimate } from './ways-to-decide';
export { VERDICT_WORDS, verdictWord, type VerdictWording } from './words';
