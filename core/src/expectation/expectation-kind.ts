import type { MeasurementFunction } from '../quantity';
import type { ExpectationDocument } from './kinds/expectation-registry';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';

/** What an expectation is resolved with. */
export interface Resolving {
  readonly measured: MeasurementFunction;
  readonly facts: ResolutionFacts;
  /** Another expectation that stands in this one. */
  readonly inner: (document: ExpectationDocument) => ResolvedExpectation;
}

/** A form of line, and how it is read once it fits. @throws DocumentError for a part that cannot be read. */
export type LineForm = readonly [
  pattern: RegExp,
  read: (found: RegExpExecArray, measured: MeasurementFunction) => ExpectationDocument,
];

/** Everything the product knows of one kind of expectation. */
export interface ExpectationKind<Document extends { readonly kind: string }> {
  /** The numbers a reading is compared with. @throws DocumentError when the document cannot be resolved. */
  readonly resolve: (document: Document, resolving: Resolving) => ResolvedExpectation;
  /** As the line a person types; `inner` writes an expectation that stands in it. */
  readonly format: (document: Document, inner: (document: ExpectationDocument) => string) => string;
  /** Lines that are read as this kind, in the order in which they are tried; empty where a line has no words for it. */
  readonly lines: readonly LineForm[];
  /** A line that gives it, and what is measured then. */
  readonly example: readonly [line: string, measured: MeasurementFunction];
}
