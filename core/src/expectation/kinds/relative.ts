import { DocumentError, formatValue, FUNCTIONS, type MeasurementFunction, toldApart } from '../../quantity';
import { notYetKnown, thresholdsOf } from '../common';
import { comparedWith } from '../compared';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, referenceOf, referenceWords } from '../line-parts';
import { resolveReference, spoken } from '../reference';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readTolerance } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** Compared with another reading or with the zeroed leads. */
export interface RelativeDocument extends ExpectationCommon {
  readonly kind: 'relative';
  readonly to: ReferenceDocument | 'leads';
  /** Default `same`. */
  readonly is?: 'same' | 'below' | 'above';
  /** At least this much below or above: an amount, or percent of the other. */
  readonly by?: string;
  /** For `same`: an amount or percent; default 10 %, over the leads 0.5 Ω. */
  readonly tolerance?: string;
}

export const relativeKind: ExpectationKind<RelativeDocument> = {
  resolve: (document, { measured, facts }) => resolveRelative(document, measured, facts),
  format: (document) => {
    const to = document.to === 'leads' ? 'leads' : referenceWords(document.to);
    return document.by === undefined
      ? `same as ${to}${off(document)}`
      : `${document.by} ${document.is ?? 'above'} ${to}`;
  },
  lines: [
    [new RegExp(`^same as (.+?)(?:${PLUS_MINUS}(.+))?$`, 'i'), sameLine],
    [/^(.+?) (below|above) (.+)$/i, besideLine],
  ],
  example: ['same as last', 'ac-voltage'],
};

const DEFAULT_TOLERANCE = '10 %';
/** How well zeroed leads repeat, twice over; common practice, no source. */
const OVER_LEADS = '0.5 Ω';

/** The same as, below or above another reading. */
function resolveRelative(
  document: RelativeDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  const { dimension, unit, neverNegative } = FUNCTIONS[measured];
  if (document.to === 'leads') return overLeads(document, measured, facts);
  const to = resolveReference(document.to, 'to', dimension, facts);
  if ('needs' in to) return notYetKnown(document, measured, `compared with ${to.words}`, to.needs);
  const name = document.to.reading;
  const other = name === undefined ? to.words : `${spoken(name)} (${to.words})`;
  const middle = (to.low + to.high) / 2;
  const centre = to.reading?.value ?? middle;
  const common = {
    ...thresholdsOf(document, measured),
    judgeable: true,
    finite: true,
    compared: comparedWith(to.reading ? [{ reading: to.reading, sign: 1 }] : []),
    ...(to.guessed === undefined ? {} : { guessed: to.guessed }),
  };
  if (document.is === undefined || document.is === 'same') {
    const tolerance = document.tolerance ?? DEFAULT_TOLERANCE;
    const off = readTolerance(tolerance, 'tolerance', centre, dimension);
    const [low, high] = to.reading ? [centre, centre] : [to.low, to.high];
    const words = `the same as ${other} ±${tolerance}`;
    return {
      ...common,
      low: low - off,
      high: high + off,
      of: centre,
      words,
      rule: `${words}: ${span(low - off, high + off, unit)}`,
    };
  }
  if (document.by === undefined)
    throw new DocumentError('by', `"${document.is}" says by how much at least.`, ['"by": "50 %"', '"by": "2 V"']);
  const by = readTolerance(document.by, 'by', centre, dimension);
  const isBelow = document.is === 'below';
  const limit = isBelow ? (to.reading ? centre : to.low) - by : (to.reading ? centre : to.high) + by;
  const words = `at least ${document.by} ${document.is} ${other}`;
  const floor = neverNegative ? 0 : -Infinity;
  return {
    ...common,
    low: isBelow ? floor : limit,
    high: isBelow ? limit : Infinity,
    of: centre,
    words,
    rule: `${words}: ${isBelow ? 'at most' : 'at least'} ${formatValue(limit, unit, 4)}`,
  };
}

function overLeads(
  document: RelativeDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  if (FUNCTIONS[measured].dimension !== 'resistance')
    throw new DocumentError('to', 'Leads are compared with by ohms.', ['"function": "resistance"']);
  if (facts.leadZero === undefined)
    return notYetKnown(document, measured, 'the same as the leads, which are not zeroed', { kind: 'leads' });
  const tolerance = document.tolerance ?? OVER_LEADS;
  const most = readTolerance(tolerance, 'tolerance', facts.leadZero, 'resistance');
  const words = `the same as the leads (${formatValue(facts.leadZero, 'Ω')}) +${tolerance}`;
  return { ...thresholdsOf(document, measured), low: 0, high: most, words, rule: words, judgeable: true, finite: true };
}

function span(low: number, high: number, unit: ResolvedExpectation['unit']): string {
  return toldApart([low, high], unit, 4).join(' to ');
}

function sameLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, to = '', tolerance] = found;
  const reference = to.toLowerCase() === 'leads' ? ('leads' as const) : referenceOf(to, FUNCTIONS[measured].dimension);
  return {
    kind: 'relative',
    to: reference,
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
  };
}

function besideLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, by = '', side, to = ''] = found;
  return {
    kind: 'relative',
    to: referenceOf(to, FUNCTIONS[measured].dimension),
    is: side?.toLowerCase() === 'above' ? 'above' : 'below',
    by: toleranceText(by, measured),
  };
}
