import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import type { RangeDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { nominalWords, readFraction } from './tolerance';

/** Both limits given. The middle of the band stands in for the nominal unless `of` says otherwise. */
export function resolveRange(document: RangeDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const low = readQuantity(document.low, 'low', dimension);
  const high = readQuantity(document.high, 'high', dimension);
  const [bottom, top] = [inBase(low), inBase(high)];
  if (bottom > top) throw new DocumentError('low', `"${document.low}" is above "${document.high}".`, ['a low limit']);
  const words = `${nominalWords(low)} to ${nominalWords(high)}`;
  const middle = bottom > 0 ? (bottom + top) / 2 : undefined;
  return {
    low: bottom,
    high: top,
    unit,
    of: document.of === undefined ? middle : inBase(readQuantity(document.of, 'of', dimension)),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', 0.05),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', 0.5),
    words,
    rule: words,
    source: document.source,
    judgeable: !low.assumed && !high.assumed,
    finite: true,
  };
}
