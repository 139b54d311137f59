import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../quantity';
import { resolveBalanced } from './balanced';
import { resolveDocuments } from './documents';
import { resolveElapsed } from './elapsed';
import { EXPECTATION_KINDS, type ExpectationDocument } from './expectation-document';
import { resolveLimit } from './limit';
import { resolveFollows, resolveSustained, resolveSwing } from './motion';
import { resolveNominal } from './nominal';
import { resolvePerPosition } from './per-position';
import { resolveRange } from './range';
import { resolveRating } from './rating';
import { resolveCombined, resolveRelative } from './relative';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';
import { resolveState } from './state';
import { resolveNtc, resolveRtd, resolveTable, resolveWinding } from './temperature-curve';
import { resolveUnknown } from './unknown';
import { resolveZero } from './zero';

/** How deep one expectation may stand in another. */
const DEEPEST = 4;

/**
 * The numbers a reading is compared with.
 * @throws DocumentError when a quantity cannot be read, is of another dimension, or the kind cannot be judged yet.
 */
export function resolveExpectation(
  document: ExpectationDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts = {},
): ResolvedExpectation {
  return resolveAt(document, measured, facts, 0);
}

function resolveAt(
  document: ExpectationDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
  depth: number,
): ResolvedExpectation {
  if (depth > DEEPEST) throw new DocumentError('kind', 'These expectations stand too deep in each other.', []);
  const inner = (each: ExpectationDocument): ResolvedExpectation => resolveAt(each, measured, facts, depth + 1);
  const found = resolveKind(document, measured, facts, inner);
  const resolved =
    document.caveat === undefined
      ? found
      : { ...found, caveat: { kind: 'proves-no-more' as const, words: document.caveat } };
  // What is not known has no limits at all: a band from zero up would look like one.
  if (resolved.low === -Infinity && resolved.high === Infinity) return resolved;
  // A limit at or below zero is no limit for a quantity that cannot be negative: a clean 0.0 passes.
  return FUNCTIONS[measured].neverNegative && resolved.low <= 0 ? { ...resolved, low: 0 } : resolved;
}

function resolveKind(
  document: ExpectationDocument,
  measured: MeasurementFunction,
  facts: ResolutionFacts,
  inner: (each: ExpectationDocument) => ResolvedExpectation,
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
    case 'zero':
      return resolveZero(document, measured);
    case 'rtd':
      return resolveRtd(document, measured, facts);
    case 'ntc':
      return resolveNtc(document, measured, facts);
    case 'table':
      return resolveTable(document, measured, facts);
    case 'winding':
      return resolveWinding(document, measured, facts);
    case 'balanced':
      return resolveBalanced(document, measured, inner);
    case 'relative':
      return resolveRelative(document, measured, facts);
    case 'sum':
    case 'difference':
      return resolveCombined(document, measured, facts);
    case 'swing':
      return resolveSwing(document, measured);
    case 'sustained':
      return resolveSustained(document, inner);
    case 'follows':
      return resolveFollows(document, measured, inner);
    case 'rating':
      return resolveRating(document, measured);
    case 'perPosition':
      return resolvePerPosition(document, measured, facts);
    case 'documents':
      return resolveDocuments(document, measured, facts, inner);
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
