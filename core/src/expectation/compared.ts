import type { NamedReading } from './resolution-facts';
import type { ResolvedExpectation } from './resolved-expectation';

/** The readings another one is compared with, for what their uncertainty adds. */
export function comparedWith(
  readings: readonly { readonly reading: NamedReading; readonly sign: 1 | -1 }[],
): NonNullable<ResolvedExpectation['compared']> {
  return {
    readings: readings.map(({ reading, sign }) => ({
      value: reading.value,
      sign,
      ...(reading.uncertainty ? { uncertainty: reading.uncertainty } : {}),
    })),
  };
}
