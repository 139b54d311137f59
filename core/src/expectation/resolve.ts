import { DocumentError, FUNCTIONS, type MeasurementFunction } from '../quantity';
import { EXPECTATION_KINDS, expectationKindOf, type ExpectationDocument } from './kinds';
import type { ResolutionFacts } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';

/** How deep one expectation may stand in another. */
const DEEPEST = 4;

/**
 * The numbers a reading is compared with.
 * @throws DocumentError when a quantity cannot be read, is of another dimension, or the kind cannot be judged yet.
 *
 * @example resolveExpectation({ kind: 'limit', atMost: '2 Ω' }, 'resistance').high // 2
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
  const kind = expectationKindOf(document);
  if (!kind) throw new DocumentError('kind', `"${String(document.kind)}" is not yet judged.`, EXPECTATION_KINDS);
  const found = kind.resolve(document, { measured, facts, inner });
  const resolved =
    document.caveat === undefined
      ? found
      : { ...found, caveat: { kind: 'proves-no-more' as const, words: document.caveat } };
  // What is not known has no limits at all: a band from zero up would look like one.
  if (resolved.low === -Infinity && resolved.high === Infinity) return resolved;
  // A limit at or below zero is no limit for a quantity that cannot be negative: a clean 0.0 passes.
  if (FUNCTIONS[measured].neverNegative) return resolved.low <= 0 ? { ...resolved, low: 0 } : resolved;
  return isTurnable(document, measured) ? ofMagnitude(resolved) : resolved;
}

/** The sign says which way round the probes are, unless the chart says that it counts. */
function isTurnable({ signed = false }: ExpectationDocument, measured: MeasurementFunction): boolean {
  const { polar, readsVolts, dimension } = FUNCTIONS[measured];
  return polar && (readsVolts || dimension !== 'voltage') && !signed;
}

/** A band that begins at zero, or has no beginning, is one of magnitude: turning the probes must not make it pass. */
function ofMagnitude(resolved: ResolvedExpectation): ResolvedExpectation {
  const { low, high } = resolved;
  const isNextToNothing = (low === 0 || low === -Infinity || low === -high) && high >= 0 && Number.isFinite(high);
  if (isNextToNothing) return { ...resolved, low: -high, turnable: true };
  return low > 0 || high < 0 ? { ...resolved, turnable: true } : resolved;
}
