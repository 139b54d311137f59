import { DocumentError, FUNCTIONS, formatValue, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import { thresholdsOf } from './common';
import type { ZeroDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { nominalWords } from './tolerance';

/** Next to nothing, by volts and by ohms; common practice, no source. */
const ZERO_VOLTS = 1;
const ZERO_PART = 0.02;
const ZERO_OHMS = 2;

/** Zero on purpose. */
export function resolveZero(document: ZeroDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit, neverNegative } = FUNCTIONS[measured];
  const of = document.of === undefined ? undefined : readQuantity(document.of, 'of', dimension);
  const nominal = of && inBase(of);
  const most =
    document.atMost === undefined
      ? usual(dimension, nominal)
      : inBase(readQuantity(document.atMost, 'atMost', dimension));
  if (most === undefined)
    throw new DocumentError('atMost', `Zero of ${dimension} needs the most that still counts as zero.`, [
      '"atMost": "1 A"',
    ]);
  return {
    ...thresholdsOf(document, measured),
    low: neverNegative ? 0 : -most,
    high: most,
    ...(nominal === undefined ? {} : { of: nominal }),
    words: 'zero',
    rule: `zero: at most ${formatValue(most, unit)}${of ? ` (of ${nominalWords(of)})` : ''}`,
    judgeable: true,
    finite: true,
  };
}

function usual(dimension: string, of: number | undefined): number | undefined {
  if (dimension === 'voltage') return Math.max(ZERO_VOLTS, ZERO_PART * (of ?? 0));
  return dimension === 'resistance' ? ZERO_OHMS : undefined;
}
