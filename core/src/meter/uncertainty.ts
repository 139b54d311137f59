import { FUNCTIONS, inBase, resolutionInBase, type MeasurementFunction, type Quantity } from '../quantity';
import { coverageHalfWidth, type MeasuredDistribution } from './measured-distribution';
import type { Meter, MeterRange } from './meter';

/** What the meter's leads add to a resistance. */
export interface LeadState {
  /** Ohms shown with the tips together; undefined while the leads have not been zeroed. */
  readonly zero?: number;
}

export interface Uncertainty {
  /** What was shown, less the leads where they are zeroed; base unit. */
  readonly value: number;
  /** Where the true value may be; its centre lies under the value while the leads are not zeroed. */
  readonly distribution: MeasuredDistribution;
  /** Half-width of the 95 % interval, base unit. */
  readonly halfWidth95: number;
  /** The range the digits came from; undefined without a meter profile. */
  readonly range?: MeterRange;
  /** What went into it, in words with figures in the base unit. */
  readonly components: readonly UncertaintyComponent[];
}

/** Other readings that one reading is compared with, each added or taken off. */
export interface Compared {
  readonly readings: readonly {
    readonly value: number;
    readonly sign: 1 | -1;
    /** Missing for a figure that is taken as it stands. */
    readonly uncertainty?: Uncertainty;
  }[];
}

export interface UncertaintyComponent {
  readonly source:
    'percent of reading' | 'counts' | 'digits typed' | 'lead zero' | 'leads not zeroed' | 'the other reading';
  readonly shape: 'rectangular' | 'normal';
  /** Half-width when rectangular, standard deviation when normal; base unit. */
  readonly size: number;
}

/** Ohms that leads add at most before they are zeroed, and never less than nothing; common practice, no source. */
export const MOST_LEAD_OHMS = 2;
/** How well two tips held together repeat; common practice, no source. */
const LEAD_ZERO_DEVIATION = 0.05;

/**
 * Uncertainty of one reading: percent of reading and counts add to one rectangular half-width, other contributions
 * are normal, the 95 % interval follows from their convolution (JCGM 100:2008 and JCGM 101:2008). Leads that were not
 * zeroed only ever add: between nothing and the most that leads have lies in the figure shown, one-sided.
 *
 * The typed digits tell the range: "26.9" on a meter that shows 26.90 in its 60 V range came from the 600 V range, and
 * "27" from one that shows whole volts. Where no range shows so few digits the reader rounded, nobody knows in which: the
 * coarsest that holds the value is taken and half a typed digit is added.
 */
export function uncertaintyOf(
  quantity: Quantity,
  measured: MeasurementFunction,
  meter: Meter | undefined,
  leads: LeadState = {},
  compared?: Compared,
): Uncertainty {
  const alone = uncertaintyAlone(quantity, measured, meter, leads);
  return compared && compared.readings.length > 0 ? against(alone, compared) : alone;
}

function uncertaintyAlone(
  quantity: Quantity,
  measured: MeasurementFunction,
  meter: Meter | undefined,
  leads: LeadState,
): Uncertainty {
  const value = inBase(quantity);
  const typed = resolutionInBase(quantity);
  const range = rangeOf(value, typed, meter?.functions.get(measured)?.ranges ?? []);
  const components: UncertaintyComponent[] = [];
  const add = (source: UncertaintyComponent['source'], shape: UncertaintyComponent['shape'], size: number): void => {
    if (size > 0) components.push({ source, shape, size });
  };
  if (range) {
    add('percent of reading', 'rectangular', Math.abs(value) * range.ofReading);
    add('counts', 'rectangular', range.counts * range.resolution);
  }
  if (!range || typed > range.resolution * 1.000001) add('digits typed', 'rectangular', typed / 2);
  if (!FUNCTIONS[measured].readsLeads) return combined(value, 0, components, range);
  if (leads.zero !== undefined) {
    add('lead zero', 'normal', LEAD_ZERO_DEVIATION);
    return combined(value - leads.zero, 0, components, range);
  }
  add('leads not zeroed', 'rectangular', MOST_LEAD_OHMS / 2);
  return combined(value, -MOST_LEAD_OHMS / 2, components, range);
}

/**
 * What a comparison adds: the other readings' own uncertainty. Within one range the percentage is common, so only that
 * of what is left of the terms counts. Leads that were not zeroed are the same in every reading taken with them: in a
 * difference of two they cancel but for how well two tips repeat, in a sum they stay as often as they are left over.
 */
function against(alone: Uncertainty, { readings }: Compared): Uncertainty {
  const terms: readonly Term[] = [
    { value: alone.value, sign: 1, uncertainty: alone },
    ...readings.map(({ value, sign, uncertainty }) => ({ value: -sign * value, sign: -sign, uncertainty })),
  ];
  const apart = terms.flatMap(({ uncertainty }, index) =>
    (uncertainty?.components ?? [])
      .filter(({ source }) => source !== 'percent of reading')
      .map(asRepeatOfTips)
      .map((each): UncertaintyComponent => (index === 0 ? each : { ...each, source: 'the other reading' })),
  );
  const leftOver = terms
    .filter(({ uncertainty }) => uncertainty?.components.some(isUnzeroed))
    .reduce((sum, { sign }) => sum + sign, 0);
  const leads: readonly UncertaintyComponent[] =
    leftOver === 0
      ? []
      : [{ source: 'leads not zeroed', shape: 'rectangular', size: (Math.abs(leftOver) * MOST_LEAD_OHMS) / 2 }];
  return combined(
    alone.value,
    (-leftOver * MOST_LEAD_OHMS) / 2,
    [...commonPercent(terms), ...apart, ...leads],
    alone.range,
  );
}

/** A reading as it stands in a difference: with its sign, 1 or -1, and the value that has it already. */
interface Term {
  readonly value: number;
  readonly sign: number;
  readonly uncertainty?: Uncertainty;
}

function isUnzeroed({ source }: UncertaintyComponent): boolean {
  return source === 'leads not zeroed';
}

function asRepeatOfTips(each: UncertaintyComponent): UncertaintyComponent {
  return isUnzeroed(each) ? { source: 'lead zero', shape: 'normal', size: LEAD_ZERO_DEVIATION } : each;
}

function commonPercent(terms: readonly Term[]): readonly UncertaintyComponent[] {
  const sums: { readonly range: MeterRange; sum: number }[] = [];
  for (const { value, uncertainty } of terms) {
    const { range } = uncertainty ?? {};
    if (!range) continue;
    const group = sums.find((each) => isSameRange(each.range, range));
    if (group) group.sum += value;
    else sums.push({ range, sum: value });
  }
  return sums
    .map(({ range, sum }) => ({
      source: 'percent of reading' as const,
      shape: 'rectangular' as const,
      size: Math.abs(sum) * range.ofReading,
    }))
    .filter(({ size }) => size > 0);
}

function isSameRange(first: MeterRange, second: MeterRange): boolean {
  return first.upTo === second.upTo && first.resolution === second.resolution;
}

/** The range of this function whose full scale is largest, base unit; undefined when the profile has none. */
export function topOfRanges(measured: MeasurementFunction, meter: Meter | undefined): number | undefined {
  return meter?.functions.get(measured)?.ranges.at(-1)?.upTo;
}

/** A lower range that would hold the value with more digits than the one it was read in. */
export function finerRange(
  quantity: Quantity,
  measured: MeasurementFunction,
  meter: Meter | undefined,
): MeterRange | undefined {
  const ranges = meter?.functions.get(measured)?.ranges ?? [];
  const used = rangeOf(inBase(quantity), resolutionInBase(quantity), ranges);
  const best = ranges.find((range) => Math.abs(inBase(quantity)) <= range.upTo);
  return used && best && best.resolution < used.resolution ? best : undefined;
}

function combined(
  value: number,
  /** How far the middle of what may be lies from the value. */
  shift: number,
  components: readonly UncertaintyComponent[],
  range?: MeterRange,
): Uncertainty {
  const rectangular = components.filter((each) => each.shape === 'rectangular');
  const normal = components.filter((each) => each.shape === 'normal');
  const distribution = {
    centre: value + shift,
    halfWidth: rectangular.reduce((sum, each) => sum + each.size, 0),
    deviation: Math.hypot(...normal.map((each) => each.size)),
  };
  return { value, distribution, halfWidth95: coverageHalfWidth(distribution), range, components };
}

function rangeOf(value: number, typed: number, ranges: readonly MeterRange[]): MeterRange | undefined {
  const holding = ranges.filter((range) => Math.abs(value) <= range.upTo);
  return holding.find((range) => range.resolution >= typed * 0.999999) ?? holding.at(-1) ?? ranges.at(-1);
}
