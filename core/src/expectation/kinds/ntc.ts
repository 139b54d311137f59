import { betaOhms, steinhartHartOhms } from '../../reference';
import { DocumentError, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { curveTolerance, resolveCurve } from '../curve';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, curveToleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, referenceOf, referenceWords } from '../line-parts';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** Thermistor, by its beta or by Steinhart and Hart; a list of values is a `table`. */
export interface NtcDocument extends ExpectationCommon {
  readonly kind: 'ntc';
  readonly at25C?: string;
  /** Kelvin. */
  readonly beta?: number;
  /** For ohms and kelvin. */
  readonly steinhartHart?: { readonly a: number; readonly b: number; readonly c: number };
  /** Percent or ohms of the value, or degrees; default 5 %. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

export const ntcKind: ExpectationKind<NtcDocument> = {
  resolve: (document, { measured, facts }) => resolveNtc(document, measured, facts),
  format: (document) =>
    `NTC ${document.at25C ?? ''} beta ${document.beta ?? ''}${off(document)} at ${referenceWords(document.temperature)}`,
  lines: [[new RegExp(`^ntc (.+?) beta (\\d+(?:\\.\\d+)?)(?:${PLUS_MINUS}(.+?))? at (.+)$`, 'i'), ntcLine]],
  example: ['NTC 10 kΩ beta 3950 at 21 °C', 'resistance'],
};

/** A thermistor by beta or by Steinhart and Hart. */
function resolveNtc(document: NtcDocument, measured: MeasurementFunction, facts: ResolutionFacts): ResolvedExpectation {
  const { at25C, beta, steinhartHart, tolerance = '5 %' } = document;
  const at25 = at25C === undefined ? undefined : inBase(readQuantity(at25C, 'at25C', 'resistance'));
  const ohms = steinhartHart
    ? (celsius: number) => steinhartHartOhms(celsius, steinhartHart)
    : at25 !== undefined && beta !== undefined && beta > 0
      ? (celsius: number) => betaOhms(celsius, at25, beta)
      : undefined;
  if (!ohms)
    throw new DocumentError('ntc', 'A thermistor has at25C and beta, or steinhartHart.', [
      '{"kind":"ntc","at25C":"10 kΩ","beta":3950,"temperature":{"reading":"ambient"}}',
    ]);
  return resolveCurve(document, { name: 'thermistor', ohms, ...curveTolerance(tolerance) }, measured, facts);
}

function ntcLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, at25C = '', beta = '', tolerance, at = ''] = found;
  return {
    kind: 'ntc',
    at25C: amountText(at25C, 'resistance'),
    beta: Number(beta),
    ...optional('tolerance', tolerance, (text) => curveToleranceText(text, measured)),
    temperature: referenceOf(at, 'temperature'),
  };
}
