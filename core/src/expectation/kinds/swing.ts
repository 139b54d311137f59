import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, quantityText, toleranceText } from '../line-amounts';
import { optional, spaced, spanOf } from '../line-parts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** Moves between two limits, or stands still between them. */
export interface SwingDocument extends ExpectationCommon {
  readonly kind: 'swing';
  readonly low: string;
  readonly high: string;
  /** Least difference between the highest and the lowest; less is `steady`. */
  readonly atLeast?: string;
  /** Largest difference; more is `unsteady`. */
  readonly atMost?: string;
  /** How long one looks. */
  readonly over?: string;
}

export const swingKind: ExpectationKind<SwingDocument> = {
  resolve: (document, { measured }) => resolveSwing(document, measured),
  format: (document) => {
    return document.atLeast === undefined
      ? `steady ${document.low}..${document.high}${spaced(' by ', document.atMost)}`
      : `swings ${document.low}..${document.high} by ${document.atLeast}${spaced(' in ', document.over)}`;
  },
  lines: [
    [/^swings (.+?) ?(?:\.{2,3}|…| to ) ?(.+?)(?: by (.+?))?(?: in (.+))?$/i, swingLine],
    [/^steady (.+?) ?(?:\.{2,3}|…| to ) ?(.+?)(?: by (.+))?$/i, steadyLine],
  ],
  example: ['swings 9..61 V', 'dc-voltage'],
};

/** Minimum and maximum inside a band, and how far they are apart. */
function resolveSwing(document: SwingDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  const low = readQuantity(document.low, 'low', dimension);
  const high = readQuantity(document.high, 'high', dimension);
  if (inBase(low) > inBase(high))
    throw new DocumentError('low', `"${document.low}" is above "${document.high}".`, ['a low limit']);
  const amount = (text: string | undefined, path: string, fallback: number): number =>
    text === undefined ? fallback : inBase(readQuantity(text, path, dimension));
  const atLeast = amount(document.atLeast, 'atLeast', 0);
  const atMost = amount(document.atMost, 'atMost', Infinity);
  const span = `between ${nominalWords(low)} and ${nominalWords(high)}`;
  const over = document.over === undefined ? '' : ` in ${document.over}`;
  const words = atLeast > 0 ? `swings ${span}` : `stays ${span}`;
  const least = atLeast > 0 ? `, by at least ${formatValue(atLeast, unit)}${over}` : '';
  const most = Number.isFinite(atMost) ? `, by no more than ${formatValue(atMost, unit)}${over}` : '';
  return {
    ...thresholdsOf(document, measured),
    low: inBase(low),
    high: inBase(high),
    words,
    rule: `${words}${least}${most}`,
    judgeable: !low.assumed && !high.assumed,
    finite: true,
    motion: { kind: 'swing', atLeast, atMost },
  };
}

function swingLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, low = '', high = '', by, over] = found;
  return {
    kind: 'swing',
    ...spanOf(low, high, measured),
    atLeast: by === undefined ? leastSwing(spanOf(low, high, measured).high, measured) : toleranceText(by, measured),
    ...optional('over', over, (text) => amountText(text, 'time')),
  };
}

/** A swing that is not said how wide moves by at least a tenth of its upper end. */
function leastSwing(high: string, measured: MeasurementFunction): string {
  const number = /^[\d.]+/.exec(high)?.[0] ?? '1';
  return quantityText(high.replace(number, String(Number(number) / 10)), measured);
}

function steadyLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, low = '', high = '', by] = found;
  return {
    kind: 'swing',
    ...spanOf(low, high, measured),
    ...optional('atMost', by, (text) => toleranceText(text, measured)),
  };
}
