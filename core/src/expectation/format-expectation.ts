import type { ExpectationDocument } from './expectation-document';

/**
 * Writes an expectation as the line a person types; `parseExpectation` gives it back. What a line has no words for
 * (own thresholds, limits over the leads) is left out.
 */
export function formatExpectation(document: ExpectationDocument): string {
  const source = document.source === undefined ? '' : ` (${document.source.replace(/[()]/g, ' ').trim()})`;
  return `${lineOf(document)}${source}`;
}

function lineOf(document: ExpectationDocument): string {
  switch (document.kind) {
    case 'nominal':
      return `${document.value}${toleranceOf(document)}`;
    case 'range':
      return `${document.low}..${document.high}`;
    case 'limit':
      return document.atMost === undefined ? `> ${document.atLeast ?? ''}` : `< ${document.atMost}`;
    case 'state':
      return document.of === undefined ? document.is : `${document.is} ${document.of}`;
    case 'elapsed':
      if (document.atLeast !== undefined && document.atMost !== undefined)
        return `${document.atLeast}..${document.atMost}`;
      if (document.atMost !== undefined) return `< ${document.atMost}`;
      return document.atLeast === undefined ? 'unknown' : `> ${document.atLeast}`;
    case 'unknown':
      return document.finite ? 'finite' : 'unknown';
  }
}

function toleranceOf({ tolerance, plus, minus }: Extract<ExpectationDocument, { kind: 'nominal' }>): string {
  if (plus === undefined && minus === undefined) return tolerance === undefined ? '' : ` ±${tolerance}`;
  const both = tolerance ?? '10 %';
  return ` +${plus ?? both} -${minus ?? both}`;
}
