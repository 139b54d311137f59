import { platinumOhms, platinumTolerance } from '../../reference';
import { inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { curveTolerance, resolveCurve, type Curve } from '../curve';
import type { ExpectationCommon, ReferenceDocument } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { curveToleranceText } from '../line-amounts';
import { off, optional, PLUS_MINUS, referenceOf, referenceWords, spaced } from '../line-parts';
import type { ResolutionFacts } from '../resolution-facts';
import type { ResolvedExpectation } from '../resolved-expectation';
import type { ExpectationDocument } from './expectation-registry';

/** Platinum sensor, IEC 60751. */
export interface RtdDocument extends ExpectationCommon {
  readonly kind: 'rtd';
  readonly at0C: string;
  /** Tolerance class; `B` where neither a class nor a tolerance is written. */
  readonly class?: 'A' | 'B';
  /** Degrees, or percent or ohms of the value, in place of a class. */
  readonly tolerance?: string;
  readonly temperature: ReferenceDocument;
}

export const rtdKind: ExpectationKind<RtdDocument> = {
  resolve: (document, { measured, facts }) => resolveRtd(document, measured, facts),
  format: (document) =>
    `Pt${Number(inBase(readQuantity(document.at0C, 'at0C', 'resistance')).toPrecision(8))}${spaced(' class ', document.class)}${off(document)} at ${referenceWords(document.temperature)}`,
  lines: [[new RegExp(`^pt ?(\\d+)(?: class ([ab])|${PLUS_MINUS}(.+?))? at (.+)$`, 'i'), rtdLine]],
  example: ['Pt1000 at 21 °C', 'resistance'],
};

/** Platinum by IEC 60751, at a temperature that was read: the class or a tolerance of degrees, percent or ohms. */
function resolveRtd(document: RtdDocument, measured: MeasurementFunction, facts: ResolutionFacts): ResolvedExpectation {
  const at0C = inBase(readQuantity(document.at0C, 'at0C', 'resistance'));
  const { tolerance } = document;
  const platinumClass = document.class ?? 'B';
  const curve: Curve = {
    name: `platinum ${document.at0C}`,
    ohms: (celsius) => platinumOhms(celsius, at0C),
    ...(tolerance === undefined
      ? {
          degrees: (celsius) => platinumTolerance(celsius, platinumClass),
          off: () => 0,
          tolerance: `class ${platinumClass}`,
        }
      : curveTolerance(tolerance)),
  };
  return resolveCurve(document, curve, measured, facts);
}

function rtdLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, at0C, letter, tolerance, at = ''] = found;
  return {
    kind: 'rtd',
    at0C: `${at0C} Ω`,
    ...(letter === undefined ? {} : { class: letter.toUpperCase() === 'A' ? ('A' as const) : ('B' as const) }),
    ...optional('tolerance', tolerance, (text) => curveToleranceText(text, measured)),
    temperature: referenceOf(at, 'temperature'),
  };
}
