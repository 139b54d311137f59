import { windingOhms } from '../../reference';
import { inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { curveTolerance, resolveCurve, type Curve } from '../curve';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, quantityText, toleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, referenceOf, referenceWords, spaced } from '../line-parts';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** A winding whose ohms are known at one temperature. */
export interface WindingDocument extends ExpectationCommon {
  readonly kind: 'winding';
  readonly value: string;
  /** Temperature of `value`; default 20 °C. */
  readonly at?: string;
  readonly material?: 'copper' | 'aluminium';
  /** Default 7 %. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

export const windingKind: ExpectationKind<WindingDocument> = {
  resolve: (document, { measured, facts }) => resolveWinding(document, measured, facts),
  format: (document) =>
    `winding ${document.value}${off(document)}${spaced(' at ', document.at)}${spaced(' ', document.material)} now ${referenceWords(document.temperature)}`,
  lines: [
    [
      new RegExp(`^winding (.+?)(?:${PLUS_MINUS}(.+?))?(?: at (.+?))?(?: (copper|aluminium))? now (.+)$`, 'i'),
      windingLine,
    ],
  ],
  example: ['winding 11 Ω now 30 °C', 'resistance'],
};

/** A winding at its temperature (IEC 60028, IEC 60034-1). */
function resolveWinding(
  document: WindingDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
): ResolvedExpectation {
  const { value, at = '20 °C', material = 'copper', tolerance = '7 %' } = document;
  const known = inBase(readQuantity(value, 'value', 'resistance'));
  const reference = inBase(readQuantity(at, 'at', 'temperature'));
  const curve: Curve = {
    name: `winding ${value} at ${at}`,
    ohms: (celsius) => windingOhms(celsius, known, reference, material),
    ...curveTolerance(tolerance),
  };
  return resolveCurve(document, curve, measured, facts);
}

function windingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, value, tolerance, at, material, now = ''] = found;
  return {
    kind: 'winding',
    value: quantityText(value, measured),
    ...optional('at', at, (text) => amountText(text, 'temperature')),
    ...(material === undefined ? {} : { material: material.toLowerCase() as 'copper' | 'aluminium' }),
    ...optional('tolerance', tolerance, (text) => toleranceText(text, measured)),
    temperature: referenceOf(now, 'temperature'),
  };
}
