export type { ExpectationCommon, ReferenceDocument } from './expectation-common';
export type { ExpectationKind } from './expectation-kind';
export * from './kinds';
export { formatExpectation } from './format-expectation';
export { expectationExamples, parseExpectation, type ParsedExpectation } from './parse-expectation';
export { resolveExpectation } from './resolve';
export type { NamedReading, ResolutionFacts } from './resolution-facts';
export {
  isOfMagnitude,
  shouldBeZero,
  type Alternative,
  type Caveat,
  type Motion,
  type Look,
  type Needed,
  type ResolvedExpectation,
} from './resolved-expectation';
