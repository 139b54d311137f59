import type { Meter, MeterRange } from '../meter';
import { MEASUREMENT_FUNCTIONS } from '../quantity';

/** Without error, in whole units: every limit is met exactly or not at all. */
const EXACT_RANGE: MeterRange = { upTo: 40, resolution: 1, ofReading: 0, counts: 0 };

/** A meter with the same ranges in every function. */
export function plainMeter(ranges: readonly MeterRange[] = [EXACT_RANGE]): Meter {
  return {
    id: 'plain',
    name: 'plain',
    category: 'CAT IV 1000 V',
    ratings: [],
    insulationVoltages: [],
    functions: new Map(
      MEASUREMENT_FUNCTIONS.map((each) => [
        each,
        { function: each, trueRms: true, hasLowImpedanceMode: false, ranges },
      ]),
    ),
  };
}
