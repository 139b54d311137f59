import { inBase, resolutionInBase, type MeasurementFunction, type Quantity } from '../quantity';
import { coverageHalfWidth, type MeasuredDistribution } from './measured-distribution';
import type { Meter, MeterRange } from './meter';

/** What the meter's leads add to a resistance. */
export interface LeadState {
  /** Ohms shown with the tips together; undefined while the leads have not been zeroed. */
  readonly zero?: number;
}

export interface Uncertainty {
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

/** Leads read 0.1 to about 2 Ω before they are zeroed; common practice, no source. */
const UNZEROED_LEADS_DEVIATION = 0.5;
/** How well two tips held together repeat; common practice, no source. */
const LEAD_ZERO_DEVIATION = 0.05;
const LEAD_FUNCTIONS: ReadonlySet<MeasurementFunction> = new Set(['resistance', 'continuity']);

/**
 * Uncertainty of one reading: percent of reading and counts add to one rectangular half-width, other contributions
 * are normal, the 95 % interval follows from their convolution (JCGM 100:2008 and JCGM 101:2008).
 *
 * The typed digits tell the range: "26.9" on a meter that shows 26.90 in its 60 V range came from the 600 V range.
 * Where no range shows so few digits, or only one or two were typed, the reader rounded: the range that holds the value
 * best is taken and half a typed digit is added.
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
  if (LEAD_FUNCTIONS.has(measured)) {
    if (leads.zero === undefined) add('leads not zeroed', 'normal', UNZEROED_LEADS_DEVIATION);
    else add('lead zero', 'normal', LEAD_ZERO_DEVIATION);
  }
  return combined(value - leadZeroFor(measured, leads), components, range);
}

/**
 * What a comparison adds: the other readings' own uncertainty. Within one range the percentage is common, so only that
 * of what is left of the terms counts; leads that were not zeroed are in both readings of a pair and cancel.
 */
function against(alone: Uncertainty, { readings }: Compared): Uncertainty {
  const isPair = readings.length === 1;
  const terms = [
    { value: alone.distribution.centre, uncertainty: alone },
    ...readings.map(({ value, sign, uncertainty }) => ({ value: -sign * value, uncertainty })),
  ];
  const own = (each: UncertaintyComponent): UncertaintyComponent =>
    isPair && each.source === 'leads not zeroed' ? { ...each, size: LEAD_ZERO_DEVIATION } : each;
  const apart = terms.flatMap(({ uncertainty }, index) =>
    (uncertainty?.components ?? [])
      .filter(({ source }) => source !== 'percent of reading')
      .map(own)
      .map((each): UncertaintyComponent => (index === 0 ? each : { ...each, source: 'the other reading' })),
  );
  return combined(alone.distribution.centre, [...commonPercent(terms), ...apart], alone.range);
}

function commonPercent(
  terms: readonly { readonly value: number; readonly uncertainty?: Uncertainty }[],
): readonly UncertaintyComponent[] {
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

function leadZeroFor(measured: MeasurementFunction, leads: LeadState): number {
  return LEAD_FUNCTIONS.has(measured) ? (leads.zero ?? 0) : 0;
}

function combined(centre: number, components: readonly UncertaintyComponent[], range?: MeterRange): Uncertainty {
  const rectangular = components.filter((each) => each.shape === 'rectangular');
  const normal = components.filter((each) => each.shape === 'normal');
  const distribution = {
    centre,
    halfWidth: rectangular.reduce((sum, each) => sum + each.size, 0),
    deviation: Math.hypot(...normal.map((each) => each.size)),
  };
  return { distribution, halfWidth95: coverageHalfWidth(distribution), range, components };
}

/** From this many significant digits on, what was typed is taken for what the display showed. */
const DIGITS_TAKEN_AT_THEIR_WORD = 3;

function rangeOf(value: number, typed: number, ranges: readonly MeterRange[]): MeterRange | undefined {
  const holding = ranges.filter((range) => Math.abs(value) <= range.upTo);
  const isAsShown = value === 0 || Math.abs(value) / typed >= 10 ** (DIGITS_TAKEN_AT_THEIR_WORD - 1) * 0.999999;
  const shown = isAsShown ? holding.find((range) => range.resolution >= typed * 0.999999) : undefined;
  return shown ?? holding[0] ?? ranges.at(-1);
}
