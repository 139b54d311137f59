import { expectationKindOf, type ExpectationDocument } from './kinds';

/**
 * Writes an expectation as the line a person types; `parseExpectation` gives it back. What a line has no words for
 * (own thresholds, limits over the leads, Steinhart and Hart) is left out.
 */
export function formatExpectation(document: ExpectationDocument): string {
  const source = document.source === undefined ? '' : ` (${document.source.replace(/[()]/g, ' ').trim()})`;
  return `${lineOf(document)}${source}`;
}

function lineOf(document: ExpectationDocument): string {
  return expectationKindOf(document)?.format(document, lineOf) ?? '';
}
