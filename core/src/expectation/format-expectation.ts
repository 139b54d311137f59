import { expectationKindOf, type ExpectationDocument } from './kinds';

/**
 * Writes an expectation as the line a person types; `parseExpectation` gives it back. What a line has no words for
 * (own thresholds, limits over the leads, Steinhart and Hart) is left out.
 *
 * @example formatExpectation({ kind: 'nominal', value: '24 V', tolerance: '9 %' }) // "24 V ±9 %"
 * @example formatExpectation({ kind: 'limit', atMost: '2 Ω', source: 'data sheet' }) // "< 2 Ω (data sheet)"
 */
export function formatExpectation(document: ExpectationDocument): string {
  const source = document.source === undefined ? '' : ` (${document.source.replace(/[()]/g, ' ').trim()})`;
  return `${document.signed ? 'signed ' : ''}${lineOf(document)}${source}`;
}

function lineOf(document: ExpectationDocument): string {
  return expectationKindOf(document)?.format(document, lineOf) ?? '';
}
