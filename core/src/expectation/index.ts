export type { ResolutionFacts } from './elapsed';
export {
  EXPECTATION_KINDS,
  LATER_EXPECTATION_KINDS,
  type ElapsedDocument,
  type ExpectationDocument,
  type StateWord,
} from './expectation-document';
export { formatExpectation } from './format-expectation';
export { expectationExamples, parseExpectation, type ParsedExpectation } from './parse-expectation';
export { resolveExpectation } from './resolve';
export { shouldBeZero, type ResolvedExpectation } from './resolved-expectation';
