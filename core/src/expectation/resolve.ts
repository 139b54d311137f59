import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../quantity';
import { resolveElapsed, type ResolutionFacts } from './elapsed';
import { EXPECTATION_KINDS, type ExpectationDocument } from './expectation-document';
import { resolveLimit } from './limit';
import { resolveNominal } from './nominal';
import { resolveRange } from './range';
import type { ResolvedExpectation } from './resolved-expectation';
import { resolveState } from './state';
import { resolveUnknown } from './unknown';

/**
 * The numbers a reading is compared with.
 * @throws DocumentError when a quantity cannot be read, is of another dimension, or the kind cannot be judged yet.
 */
export function resolveExpectation(
  document: ExpectationDocument,
  measured: MeasurementFunction,
  facts?: ResolutionFacts,
): ResolvedExpectation {
  const resolved = resolveKind(document, measured, facts);
  // What is not known has no limits at all: a band from zero up would look like one.
  if (resolved.low === -Infinity && resolved.high === Infinity) return resolved;
  // A limit at or below zero is no limit for a quantity that cannot be negative: a clean 0.0 passes.
  return FUNCTIONS[measured].neverNegative && resolved.low <= 0 ? { ...resolved, low: 0 } : resolved;
}

function resolveKind(
  document: ExpectationDocument,
  measured: MeasurementFunction,
  facts?: ResolutionFacts,
): ResolvedExpectation {
  switch (document.kind) {
    case 'nominal':
      return resolveNominal(document, measured);
    case 'range':
      return resolveRange(document, measured);
    case 'limit':
      return resolveLimit(document, measured);
    case 'state':
      return resolveState(document, measured);
    case 'elapsed':
      return resolveElapsed(document, measured, facts);
    case 'unknown':
      return resolveUnknown(document, measured);
    default:
      throw new DocumentError(
        'kind',
        `"${String((document as { kind: unknown }).kind)}" is not yet judged.`,
        EXPECTATION_KINDS,
      );
  }
}
