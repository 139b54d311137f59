import { inBase, readQuantity } from '../quantity';
import { sourceName } from './documents';
import type { ExpectationDocument, ReferenceDocument } from './expectation-document';

/**
 * Writes an expectation as the line a person types; `parseExpectation` gives it back. What a line has no words for
 * (own thresholds, limits over the leads, Steinhart and Hart) is left out.
 */
export function formatExpectation(document: ExpectationDocument): string {
  const source = document.source === undefined ? '' : ` (${document.source.replace(/[()]/g, ' ').trim()})`;
  return `${lineOf(document)}${source}`;
}

function lineOf(document: ExpectationDocument): string {
  switch (document.kind) {
    case 'nominal':
      return `${document.value}${tolerancesOf(document)}`;
    case 'range':
      return `${document.low}..${document.high}`;
    case 'limit':
      return document.atMost === undefined ? `> ${document.atLeast ?? ''}` : `< ${document.atMost}`;
    case 'state':
      return document.of === undefined ? document.is : `${document.is} ${document.of}`;
    case 'zero':
      return document.atMost === undefined ? `zero${spaced(' of ', document.of)}` : `zero < ${document.atMost}`;
    case 'rtd':
      return `Pt${Number(inBase(readQuantity(document.at0C, 'at0C', 'resistance')).toPrecision(8))}${spaced(' class ', document.class)}${off(document)} at ${referenceWords(document.temperature)}`;
    case 'ntc':
      return `NTC ${document.at25C ?? ''} beta ${document.beta ?? ''}${off(document)} at ${referenceWords(document.temperature)}`;
    case 'table':
      return `table ${document.rows.map((row) => row.join(' = ')).join('; ')}${off(document)} at ${referenceWords(document.by)}`;
    case 'winding':
      return `winding ${document.value}${off(document)}${spaced(' at ', document.at)}${spaced(' ', document.material)} now ${referenceWords(document.temperature)}`;
    case 'balanced':
      return `balanced${spaced(' ', document.within)}${document.absolute ? `, each ${lineOf(document.absolute)}` : ''}`;
    case 'relative': {
      const to = document.to === 'leads' ? 'leads' : referenceWords(document.to);
      return document.by === undefined
        ? `same as ${to}${off(document)}`
        : `${document.by} ${document.is ?? 'above'} ${to}`;
    }
    case 'sum':
      return `sum of ${document.readings.join(' + ')}${off(document)}`;
    case 'difference':
      return `difference of ${document.readings.join(' less ')}${off(document)}`;
    case 'swing':
      return document.atLeast === undefined
        ? `steady ${document.low}..${document.high}${spaced(' by ', document.atMost)}`
        : `swings ${document.low}..${document.high} by ${document.atLeast}${spaced(' in ', document.over)}`;
    case 'sustained':
      return `${lineOf(document.is)} for ${document.for}`;
    case 'follows':
      return `${lineOf(document.before)} then ${lineOf(document.during)} on ${document.stimulus}${document.times === undefined ? '' : ` ${document.times} times`}`;
    case 'rating':
      return document.capacitance === undefined
        ? `${document.power ?? document.apparent ?? ''} at ${document.at ?? ''}${off(document)}`
        : `can ${document.capacitance}${off(document)}`;
    case 'perPosition':
      return `positions of ${document.selector}: ${Object.entries(document.positions)
        .map(([position, value]) => `${position} = ${value}`)
        .join('; ')}${off(document)}`;
    case 'documents':
      return document.sources.map((source) => `${lineOf(source.expect)} (${sourceName(source)})`).join(' or ');
    case 'elapsed':
      if (document.atLeast !== undefined && document.atMost !== undefined)
        return `${document.atLeast}..${document.atMost}`;
      if (document.atMost !== undefined) return `< ${document.atMost}`;
      return document.atLeast === undefined ? 'unknown' : `> ${document.atLeast}`;
    case 'unknown':
      return document.finite ? 'finite' : 'unknown';
  }
}

function referenceWords({ reading, value, guess }: ReferenceDocument): string {
  return reading ?? value ?? guess ?? '';
}

function spaced(before: string, text: string | undefined): string {
  return text === undefined ? '' : `${before}${text}`;
}

function off({ tolerance }: { readonly tolerance?: string }): string {
  return spaced(' ±', tolerance);
}

function tolerancesOf({ tolerance, plus, minus }: Extract<ExpectationDocument, { kind: 'nominal' }>): string {
  if (plus === undefined && minus === undefined) return tolerance === undefined ? '' : ` ±${tolerance}`;
  const both = tolerance ?? '10 %';
  return ` +${plus ?? both} -${minus ?? both}`;
}
