import { DocumentError, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** Documents that disagree: each is kept, and until one is chosen only what all of them say is judged. */
export interface DocumentsDocument extends ExpectationCommon {
  readonly kind: 'documents';
  /** What a choice settles, for every expectation that asks the same: "motor-variant". */
  readonly question: string;
  readonly sources: readonly SourcedExpectation[];
}

export interface SourcedExpectation {
  readonly document: string;
  readonly page?: string;
  readonly variant?: string;
  readonly expect: ExpectationDocument;
}

export const documentsKind: ExpectationKind<DocumentsDocument> = {
  resolve: (document, { measured, facts, inner }) => resolveDocuments(document, measured, facts, inner),
  format: (document, inner) =>
    document.sources.map((source) => `${inner(source.expect)} (${sourceName(source)})`).join(' or '),
  lines: [],
  example: ['24 V ±9 % (label) or 26 V ±9 % (manual page 4)', 'ac-voltage'],
};

/** How a source is named in a choice: "variant B, service sheet page 4". */
export function sourceName({ document, page, variant }: Omit<SourcedExpectation, 'expect'>): string {
  const place = page === undefined ? document : `${document} page ${page}`;
  return variant === undefined ? place : `variant ${variant}, ${place}`;
}

/** The document that was chosen; else all of them, each to be judged against. */
function resolveDocuments(
  document: DocumentsDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
  resolve: (inner: ExpectationDocument) => ResolvedExpectation,
): ResolvedExpectation {
  const { question, sources } = document;
  if (sources.length < 2)
    throw new DocumentError('sources', 'Documents that disagree are at least two.', [
      '[{"document":"…","expect":{…}}, …]',
    ]);
  const alternatives = sources.map((source) => ({
    name: sourceName(source),
    expectation: { ...resolve(source.expect), source: sourceName(source) },
  }));
  if (alternatives.some(({ expectation }) => expectation.looks || expectation.balance))
    throw new DocumentError('sources', 'Balance and repeated looks stand around the documents, not in them.', [
      '"absolute"',
    ]);
  const chosen = facts.choices && Object.hasOwn(facts.choices, question) ? facts.choices[question] : undefined;
  const only = alternatives.find(({ name }) => name === chosen);
  if (only) return { ...only.expectation, words: `${only.expectation.words} (${only.name})` };
  const options = alternatives.map(({ name }) => name);
  const words = alternatives.map(({ name, expectation }) => `${expectation.words} (${name})`).join(' or ');
  return {
    ...thresholdsOf(document, measured),
    low: Math.min(...alternatives.map(({ expectation }) => expectation.low)),
    high: Math.max(...alternatives.map(({ expectation }) => expectation.high)),
    words,
    rule: words,
    judgeable: alternatives.every(({ expectation }) => expectation.judgeable),
    finite: alternatives.every(({ expectation }) => expectation.finite),
    alternatives,
    needs: { kind: 'choice', question, options },
    ...ofAll(alternatives.map(({ expectation }) => expectation.of)),
  };
}

/** A nominal the sources share. */
function ofAll(values: readonly (number | undefined)[]): { of?: number } {
  const [first] = values;
  return first !== undefined && values.every((value) => value === first) ? { of: first } : {};
}
