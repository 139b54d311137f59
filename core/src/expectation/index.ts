export { sourceName } from './documents';
export {
  EXPECTATION_KINDS,
  LATER_EXPECTATION_KINDS,
  type ElapsedDocument,
  type BalancedDocument,
  type CombinedDocument,
  type ExpectationCommon,
  type ReferenceDocument,
  type SourcedExpectation,
  type ExpectationDocument,
  type StateWord,
} from './expectation-document';
export { formatExpectation } from './format-expectation';
export { expectationExamples, parseExpectation, type ParsedExpectation } from './parse-expectation';
export { resolveExpectation } from './resolve';
export type { NamedReading, ResolutionFacts } from './resolution-facts';
export {
  shouldBeZero,
  type Alternative,
  type Caveat,
  type Look,
  type Needed,
  type ResolvedExpectation,
} from './resolved-expectation';
