import { resolveExpectation, type ExpectationDocument } from '../../expectation';
import { DocumentError, type MeasurementFunction } from '../../quantity';
import { INCONCLUSIVE, producibleVerdicts, VERDICTS, type Verdict } from '../../verdict';
import type { MeasurementStep, MeasuringMethod } from '../procedure-document';

/** What a reading of this expectation can come to, by `verdictsOfResolved`; what is wrong with the expectation where it cannot be read. */
export function verdictsOf(
  expect: ExpectationDocument,
  measured: MeasurementFunction,
  verdictsOfResolved = producibleVerdicts,
): ReadonlySet<Verdict> | string {
  try {
    return verdictsOfResolved(resolveExpectation(expect, measured), measured);
  } catch (error) {
    if (error instanceof DocumentError) return error.message;
    throw error;
  }
}

/** The same of one part of a set; everything where it cannot be told. */
export function verdictsOfPart(
  { expect, function: measured }: MeasuringMethod,
  of = producibleVerdicts,
): ReadonlySet<Verdict> {
  const found = measured === undefined ? '' : verdictsOf(expect ?? { kind: 'unknown' }, measured, of);
  return typeof found === 'string' ? new Set(VERDICTS) : found;
}

/** What parts without a common expectation come to: within, what all of them can agree on, or mixed. */
export function verdictsOfParts(
  { measure }: MeasurementStep,
  parts: readonly ReadonlySet<Verdict>[],
): ReadonlySet<Verdict> {
  if (measure.clearance !== undefined) return new Set<Verdict>(['within', 'shorted', 'low', 'open']);
  const agreed = VERDICTS.filter((verdict) => !INCONCLUSIVE.has(verdict) && parts.every((part) => part.has(verdict)));
  return new Set<Verdict>(['within', 'mixed', ...agreed]);
}
