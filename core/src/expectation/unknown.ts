import { FUNCTIONS, type MeasurementFunction } from '../quantity';
import type { UnknownDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';

/** No specification found: the reading is kept and cannot be judged, except as open or shorted when finite. */
export function resolveUnknown(document: UnknownDocument, measured: MeasurementFunction): ResolvedExpectation {
  const words = document.finite ? 'a finite value, not specified' : 'not known';
  return {
    low: -Infinity,
    high: Infinity,
    unit: FUNCTIONS[measured].unit,
    absentBelow: 0.05,
    partialBelow: 0.5,
    words,
    rule: words,
    source: document.source,
    judgeable: false,
    finite: document.finite ?? false,
  };
}
