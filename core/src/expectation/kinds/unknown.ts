import { PRESENCE } from '../../reference';
import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import type { ResolvedExpectation } from '../resolved-expectation';

export interface UnknownDocument extends ExpectationCommon {
  readonly kind: 'unknown';
  /** No value is known, but it is finite: open and shorted are still judged. */
  readonly finite?: boolean;
}

export const unknownKind: ExpectationKind<UnknownDocument> = {
  resolve: (document, { measured }) => resolveUnknown(document, measured),
  format: (document) => (document.finite ? 'finite' : 'unknown'),
  lines: [
    [/^(?:unknown|\?)$/i, () => ({ kind: 'unknown' })],
    [/^finite$/i, () => ({ kind: 'unknown', finite: true })],
    [/^(?:unknown|\?|finite) (.+)$/i, refuseRest],
  ],
  example: ['unknown', 'ac-voltage'],
};

/** No specification found: the reading is kept and cannot be judged, except as open or shorted when finite. */
function resolveUnknown(document: UnknownDocument, measured: MeasurementFunction): ResolvedExpectation {
  const words = document.finite ? 'a finite value, not specified' : 'not known';
  return {
    low: -Infinity,
    high: Infinity,
    unit: FUNCTIONS[measured].unit,
    absentBelow: PRESENCE.absentPart,
    partialBelow: PRESENCE.partialPart,
    words,
    rule: words,
    source: document.source,
    judgeable: false,
    finite: document.finite ?? false,
  };
}

function refuseRest([, rest = '']: RegExpExecArray): never {
  throw new DocumentError('', `"${rest}" after the word means nothing.`, []);
}
