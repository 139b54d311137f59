import { DocumentError, inBase, readQuantity } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind, Resolving } from '../expectation-kind';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** Holds for a time without dropping out. */
export interface SustainedDocument extends ExpectationCommon {
  readonly kind: 'sustained';
  readonly is: ExpectationDocument;
  readonly for: string;
}

export const sustainedKind: ExpectationKind<SustainedDocument> = {
  resolve: (document, { inner }) => resolveSustained(document, inner),
  format: (document, inner) => `${inner(document.is)} for ${document.for}`,
  lines: [],
  example: ['present 24 V for 12 min', 'ac-voltage'],
};

/** Something else that has to hold for a time. */
function resolveSustained(document: SustainedDocument, resolve: Resolving['inner']): ResolvedExpectation {
  const inner = resolve(document.is);
  if (inner.motion || inner.looks || inner.balance)
    throw new DocumentError('is', `"${document.is.kind}" cannot be held for a time.`, ['nominal', 'range', 'state']);
  const time = readQuantity(document.for, 'for', 'time');
  const words = `${inner.words} for ${nominalWords(time)}`;
  return {
    ...inner,
    words,
    rule: `${inner.rule}, without dropping out for ${nominalWords(time)}`,
    source: document.source ?? inner.source,
    motion: { kind: 'sustained', seconds: inBase(time) },
  };
}
