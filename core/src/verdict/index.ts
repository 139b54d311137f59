export { intervalWords, uncertaintyWords } from './arithmetic';
export { judge, type JudgeInput, type Judgement } from './judge';
export { measuredInterval, type MeasuredInterval } from './measured-interval';
export { producibleVerdicts } from './producible';
export { INCONCLUSIVE, RULES_VERSION, VERDICT_MEANINGS, VERDICTS, type Verdict } from './verdict';
