import { PRESENCE } from '../../reference';
import { DocumentError, FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../../quantity';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { quantityText } from '../line-amounts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { nominalWords, readFraction } from '../tolerance';

export interface LimitDocument extends ExpectationCommon {
  readonly kind: 'limit';
  readonly atMost?: string;
  readonly atLeast?: string;
  /** Over the zeroed leads; readings of resistance are corrected for them in any case. */
  readonly relativeTo?: 'leads';
}

export const limitKind: ExpectationKind<LimitDocument> = {
  resolve: (document, { measured }) => resolveLimit(document, measured),
  format: (document) => (document.atMost === undefined ? `> ${document.atLeast ?? ''}` : `< ${document.atMost}`),
  lines: [
    [/^(?:<|≤|<=|at most|max) ?(.+)$/i, upperLine],
    [/^(?:>|≥|>=|at least|min) ?(.+)$/i, lowerLine],
  ],
  example: ['< 3 Ω', 'resistance'],
};

/** One-sided: at most or at least. */
function resolveLimit(document: LimitDocument, measured: MeasurementFunction): ResolvedExpectation {
  const { dimension, unit } = FUNCTIONS[measured];
  if ((document.atMost === undefined) === (document.atLeast === undefined)) {
    throw new DocumentError('limit', 'A limit has either atMost or atLeast.', ['{"kind":"limit","atMost":"2 Ω"}']);
  }
  const isUpper = document.atMost !== undefined;
  const limit = readQuantity(document.atMost ?? document.atLeast ?? '', isUpper ? 'atMost' : 'atLeast', dimension);
  const overLeads = document.relativeTo === 'leads' ? ' over the leads' : '';
  const words = `${isUpper ? 'at most' : 'at least'} ${nominalWords(limit)}${overLeads}`;
  const ifPresent = isUpper ? undefined : inBase(limit);
  return {
    low: isUpper ? (FUNCTIONS[measured].neverNegative ? 0 : -Infinity) : inBase(limit),
    high: isUpper ? inBase(limit) : Infinity,
    unit,
    of: document.of === undefined ? ifPresent : inBase(readQuantity(document.of, 'of', dimension)),
    absentBelow: readFraction(document.absentBelow, 'absentBelow', PRESENCE.absentPart),
    partialBelow: readFraction(document.partialBelow, 'partialBelow', PRESENCE.partialPart),
    words,
    rule: words,
    source: document.source,
    judgeable: !limit.assumed,
    finite: isUpper,
  };
}

function upperLine([, limit]: RegExpExecArray, measured: MeasurementFunction): LimitDocument {
  return { kind: 'limit', atMost: quantityText(limit, measured) };
}

function lowerLine([, limit]: RegExpExecArray, measured: MeasurementFunction): LimitDocument {
  return { kind: 'limit', atLeast: quantityText(limit, measured) };
}
