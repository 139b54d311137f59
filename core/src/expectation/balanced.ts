import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../quantity';
import { thresholdsOf } from './common';
import type { BalancedDocument, ExpectationDocument } from './expectation-document';
import type { ResolvedExpectation } from './resolved-expectation';
import { readFraction } from './tolerance';

/** A set whose members are alike; a single reading of it is kept and not judged. */
export function resolveBalanced(
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
