import { FUNCTIONS, inBase, readQuantity, type MeasurementFunction } from '../quantity';
import { readRatings, type MeterRating } from './rating';
import type { MeterDocument, MeterFunctionDocument } from './meter-document';

/** A meter profile with its numbers read. All values in base units. */
export interface Meter {
  readonly id: string;
  readonly name: string;
  readonly category: string;
  readonly ratings: readonly MeterRating[];
  /** Volts DC of an insulation tester, smallest first. */
  readonly insulationVoltages: readonly number[];
  readonly functions: ReadonlyMap<MeasurementFunction, MeterFunction>;
}

export interface MeterFunction {
  readonly function: MeasurementFunction;
  /** Ohms; undefined where the profile does not say. */
  readonly inputImpedance?: number;
  readonly trueRms: boolean;
  readonly hasLowImpedanceMode: boolean;
  /** Ohms in that mode. */
  readonly lowImpedance?: number;
  /** Smallest first. */
  readonly ranges: readonly MeterRange[];
}

export interface MeterRange {
  readonly upTo: number;
  readonly resolution: number;
  /** Fraction of the reading, 0.008 for 0.8 %. */
  readonly ofReading: number;
  readonly counts: number;
}

/** Reads a profile's quantities. @throws DocumentError with the path of the first that cannot be read. */
export function readMeter(document: MeterDocument): Meter {
  const functions = document.functions.map((each, index) => readFunction(each, `functions[${index}]`));
  return {
    id: document.id,
    name: document.name,
    category: document.category,
    ratings: readRatings(document.category),
    insulationVoltages: (document.insulationVoltages ?? [])
      .map((text, index) => inBase(readQuantity(text, `insulationVoltages[${index}]`, 'voltage')))
      .sort((a, b) => a - b),
    functions: new Map(functions.map((each) => [each.function, each])),
  };
}

function readFunction(document: MeterFunctionDocument, path: string): MeterFunction {
  const { dimension } = FUNCTIONS[document.function];
  const ranges = document.ranges.map((range, index): MeterRange => {
    const at = `${path}.ranges[${index}]`;
    return {
      upTo: inBase(readQuantity(range.upTo, `${at}.upTo`, dimension)),
      resolution: inBase(readQuantity(range.resolution, `${at}.resolution`, dimension)),
      ofReading: readQuantity(range.accuracy.percent, `${at}.accuracy.percent`, 'ratio').value / 100,
      counts: range.accuracy.counts,
    };
  });
  return {
    function: document.function,
    inputImpedance: document.inputImpedance
      ? inBase(readQuantity(document.inputImpedance, `${path}.inputImpedance`, 'resistance'))
      : undefined,
    trueRms: document.trueRms ?? false,
    hasLowImpedanceMode: document.lowImpedance !== undefined,
    ...(document.lowImpedance
      ? {
          lowImpedance: inBase(
            readQuantity(document.lowImpedance.inputImpedance, `${path}.lowImpedance.inputImpedance`, 'resistance'),
          ),
        }
      : {}),
    ranges: ranges.sort((a, b) => a.upTo - b.upTo),
  };
}
