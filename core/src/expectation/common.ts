import { PRESENCE } from '../reference';
import { FUNCTIONS, type MeasurementFunction } from '../quantity';
import type { ExpectationCommon } from './expectation-common';
import type { Needed, ResolvedExpectation } from './resolved-expectation';
import { readFraction } from './tolerance';

type Thresholds = Pick<ResolvedExpectation, 'unit' | 'absentBelow' | 'partialBelow' | 'source'>;

/** What every kind has: unit, thresholds, source. */
export function thresholdsOf(
  document: Pick<ExpectationCommon, 'absentBelow' | 'partialBelow' | 'source'>,
  measured: MeasurementFunction,
): Thresholds {
  return {
    unit: FUNCTIONS[measured].unit,
    absentBelow: readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', PRESENCE.partialPart),
    source: document.source,
  };
}

/** Nothing can be judged before something else is known; `finite` still tells open and shorted. */
export function notYetKnown(
  document: Pick<ExpectationCommon, 'absentBelow' | 'partialBelow' | 'source'>,
  measured: MeasurementFunction,
  words: string,
  needs?: Needed,
  finite = false,
): ResolvedExpectation {
  return {
    ...thresholdsOf(document, measured),
    low: -Infinity,
    high: Infinity,
    words,
    rule: words,
    judgeable: false,
    finite,
    ...(needs ? { needs } : {}),
  };
}
