import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../../quantity';
import { thresholdsOf } from '../common';
import type { ExpectationCommon } from '../expectation-common';
import type { ExpectationKind } from '../expectation-kind';
import { amountText, quantityText, toleranceText } from '../line-amounts';
import { optional, spaced, spanOf } from '../line-parts';
import type { ResolvedExpectation } from '../resolved-expectation';
import { readFraction } from '../tolerance';
import type { ExpectationDocument } from './expectation-registry';

/** The parts of a set are alike, and where it is known also right. */
export interface BalancedDocument extends ExpectationCommon {
  readonly kind: 'balanced';
  /** Largest distance from the mean, as a part of it; default 5 %. */
  readonly within?: string;
  /** What each of them should be besides. */
  readonly absolute?: ExpectationDocument;
}

export const balancedKind: ExpectationKind<BalancedDocument> = {
  resolve: (document, { measured, inner }) => resolveBalanced(document, measured, inner),
  format: (document, inner) =>
    `balanced${spaced(' ', document.within)}${document.absolute ? `, each ${inner(document.absolute)}` : ''}`,
  lines: [[/^balanced(?: (?:within )?([\d.,]+ ?%))?(?:,? each (.+))?$/i, balancedLine]],
  example: ['balanced 5 %', 'resistance'],
};

/** A set whose members are alike; a single reading of it is kept and not judged. */
function resolveBalanced(
  document: BalancedDocument,
  measured: MeasurementFunction,
  resolve: (inner: ExpectationDocument) => ResolvedExpectation,
): ResolvedExpectation {
  if (document.absolute?.kind === 'balanced')
    throw new DocumentError('absolute', 'What each should be is not a balance again.', ['{"kind":"range"}']);
  const within = readFraction(document.within, 'within', 0.05);
  const absolute = document.absolute && resolve(document.absolute);
  const alike = `alike within ${Number((within * 100).toPrecision(4))} % of their mean`;
  const words = absolute ? `${alike}, each ${absolute.words}` : alike;
  return {
    ...thresholdsOf(document, measured),
    low: absolute?.low ?? -Infinity,
    high: absolute?.high ?? Infinity,
    words,
    rule: absolute ? `${alike}, each ${absolute.rule}` : alike,
    judgeable: true,
    finite: FUNCTIONS[measured].dimension === 'resistance',
    balance: { within, ...(absolute ? { absolute } : {}) },
    ...(absolute?.needs ? { needs: absolute.needs } : {}),
    ...(absolute
      ? {}
      : {
          caveat: {
            kind: 'alike-is-not-right' as const,
            words: 'Alike is not right: it says nothing about what each of them should be',
          },
        }),
  };
}

function balancedLine(found: RegExpExecArray, measured: MeasurementFunction): ExpectationDocument {
  const [, within, each] = found;
  const span = each === undefined ? undefined : /^(.+?) ?(?:\.{2,3}|…| to ) ?(.+)$/.exec(each);
  const absolute: ExpectationDocument | undefined =
    each === undefined
      ? undefined
      : span
        ? { kind: 'range', ...spanOf(span[1] ?? '', span[2] ?? '', measured) }
        : valueOf(each, measured);
  return {
    kind: 'balanced',
    ...optional('within', within, (text) => amountText(text, 'ratio')),
    ...(absolute ? { absolute } : {}),
  };
}

function valueOf(text: string, measured: MeasurementFunction): ExpectationDocument {
  const [value, tolerance] = text.split(/ ?(?:±|\+-|\+\/-) ?/);
  return {
    kind: 'nominal',
    value: quantityText(value, measured),
    ...optional('tolerance', tolerance, (each) => toleranceText(each, measured)),
  };
}
