import { DocumentError, formatValue, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText } from '../line-amounts';
import { spaced } from '../line-parts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords } from '../tolerance';

/** Zero on purpose: neutral to earth, both probes on one conductor, a closed contact. */
export interface ZeroDocument extends ExpectationCommon {
  readonly kind: 'zero';
  /** Highest that still counts as zero; default the larger of 1 V and 2 % of `of`, or 2 Ω over the leads. */
  readonly atMost?: string;
}

export const zeroKind: ExpectationKind<ZeroDocument> = {
  resolve: (document, { measured }) => resolveZero(document, measured),
  format: (document) =>
    document.atMost === undefined ? `zero${spaced(' of ', document.of)}` : `zero < ${document.atMost}`,
  lines: [
    [/^zero(?: of (.+))?$/i, zeroLine],
    [/^zero ?(?:<|≤|<=|at most) ?(.+)$/i, zeroUpTo],
  ],
  example: ['zero of 230 V', 'ac-voltage'],
};

/** Next to nothing, by volts and by ohms; common practice, no source. */
const ZERO_VOLTS = 1;
const ZERO_PART = 0.02;
const ZERO_OHMS = 2;

/** Zero on purpose. */
function resolveZero(document: ZeroDocument, measured: MeasurementFunction): ResolvedExpectation {
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

function zeroLine([, of]: RegExpExecArray, measured: MeasurementFunction): ZeroDocument {
  return { kind: 'zero', ...(of === undefined ? {} : { of: quantityText(of, measured) }) };
}

function zeroUpTo([, most]: RegExpExecArray, measured: MeasurementFunction): ZeroDocument {
  return { kind: 'zero', atMost: quantityText(most, measured) };
}
