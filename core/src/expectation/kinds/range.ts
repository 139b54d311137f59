import { PRESENCE } from '../../reference';
import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { spanOf } from '../line-parts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords, readFraction } from '../tolerance';

export interface RangeDocument extends ExpectationCommon {
  readonly kind: 'range';
  readonly low: string;
  readonly high: string;
}

export const rangeKind: ExpectationKind<RangeDocument> = {
  resolve: (document, { measured }) => resolveRange(document, measured),
  format: (document) => `${document.low}..${document.high}`,
  lines: [[/^(.+?) ?(?:\.{2,3}|…| to ) ?(.+)$/, rangeLine]],
  example: ['11.4..12.6 V', 'dc-voltage'],
};

/** Both limits given. The middle of the band stands in for the nominal unless `of` says otherwise. */
function resolveRange(document: RangeDocument, measured: MeasurementFunction): ResolvedExpectation {
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
    absentBelow: readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', PRESENCE.partialPart),
    words,
    rule: words,
    source: document.source,
    judgeable: !low.assumed && !high.assumed,
    finite: true,
  };
}

function rangeLine([, low = '', high = '']: RegExpExecArray, measured: MeasurementFunction): RangeDocument {
  return { kind: 'range', ...spanOf(low, high, measured) };
}
