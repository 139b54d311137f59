import {
  formatQuantity,
  formatReading,
  formatSpan,
  formatValue,
  roundedQuantity,
  unitOf,
  type UnitSymbol,
  type SingleReading,
} from '../quantity';
import type { ResolvedExpectation } from '../expectation';
import type { Uncertainty } from '../meter';
import type { MeasuredInterval } from './measured-interval';
import type { Verdict } from './verdict';
import { SENTENCES, VERDICT_WORDS, type ComparisonFacts } from './words';

/** The whole comparison in one sentence that a person can check with a pencil. */
export function arithmeticSentence(
  reading: SingleReading,
  interval: MeasuredInterval,
  expectation: ResolvedExpectation,
  verdict: Verdict,
  { probability, why }: { readonly probability?: number; readonly why?: string } = {},
): string {
  const unit = shownUnit(reading, expectation.unit);
  const measured = inUnit(interval, unit);
  const band = { ...expectation, ...inUnit(expectation, unit), unit };
  const digits = digitsFor(measured, band);
  const facts = comparisonFacts(measured, band, digits, probability);
  const relation = why ?? VERDICT_WORDS[verdict].relation(facts);
  return SENTENCES.compared(measuredWords(reading, measured, unit, digits), expectation.rule, relation, verdict);
}

/** People think of temperatures and pressures in the unit they typed. */
function shownUnit(reading: SingleReading, base: UnitSymbol): UnitSymbol {
  const typed = 'quantity' in reading ? reading.quantity.unit : 'low' in reading ? reading.low.unit : base;
  return unitOf(typed).dimension === 'temperature' || unitOf(typed).dimension === 'pressure' ? typed : base;
}

/** The same ends in another unit of the dimension. */
function inUnit<
  Ends extends { readonly low: number; readonly high: number; readonly value?: number; readonly of?: number },
>(ends: Ends, unit: UnitSymbol): Ends {
  const { factor, offset } = unitOf(unit);
  const shown = (base: number): number => (base - offset) / factor;
  const { value, of } = ends;
  return {
    ...ends,
    low: shown(ends.low),
    high: shown(ends.high),
    ...(value === undefined ? {} : { value: shown(value) }),
    ...(of === undefined ? {} : { of: shown(of) }),
  };
}

function measuredWords(reading: SingleReading, interval: MeasuredInterval, unit: UnitSymbol, digits: Digits): string {
  const typed = formatReading(reading);
  const { uncertainty } = interval;
  if (!uncertainty) return typed;
  const half = uncertainty.halfWidth95 / unitOf(unit).factor;
  if (half === 0) return typed;
  return `${typed}${leadWords(uncertainty, half, unit)} ± ${uncertaintyWords(half, unit)} is ${intervalWords(interval, unit, digits)}`;
}

/** What the leads take off, and what that leaves. */
function leadWords({ value, distribution, components }: Uncertainty, half: number, unit: UnitSymbol): string {
  const left = Math.max(0, value);
  const middle = atPrecisionOf(distribution.centre, half, unit);
  if (distribution.centre !== value)
    return ` less ${formatValue(value - distribution.centre, unit)} for leads not zeroed is ${middle},`;
  const isCorrected = components.some((each) => each.source === 'lead zero');
  return isCorrected ? ` less the leads is ${atPrecisionOf(left, half, unit)},` : '';
}

/** "26.36 to 27.44 V" with the digits the uncertainty leaves. */
function intervalWords(
  interval: Pick<MeasuredInterval, 'low' | 'high'>,
  unit: UnitSymbol,
  { lastDigit }: Digits,
): string {
  if (!Number.isFinite(interval.high)) return `${formatValue(interval.low, unit)} or more`;
  if (!Number.isFinite(interval.low)) return `${formatValue(interval.high, unit)} or less`;
  return formatSpan(interval.low, interval.high, unit, lastDigit);
}

/** "0.35 V": two digits when the first is 1 or 2, else one (JCGM 100:2008, 7.2.6 asks for no more than two). */
function uncertaintyWords(half: number, unit: UnitSymbol): string {
  return atPrecisionOf(half, half, unit);
}

/** How many digits the figures of a sentence need so that a pencil comes to the same verdict. */
interface Digits {
  /** Power of ten of the last digit of the interval. */
  readonly lastDigit: number;
  /** Significant digits of the limits. */
  readonly limits: number;
}

const LEAST_DIGITS = 3;
const MOST_DIGITS = 9;

/** Ends and limits are never rounded until they are equal, nor to the other side of each other. */
function digitsFor(interval: MeasuredInterval, { low, high, unit }: ResolvedExpectation): Digits {
  const limits = [low, high].filter(Number.isFinite);
  const ends = [interval.low, interval.high].filter(Number.isFinite);
  const half = (interval.high - interval.low) / 2;
  const first = Number.isFinite(half) ? lastDigitFor(half) : 0;
  const round = (value: number, exponent: number): number => roundedQuantity(value, unit, exponent).value;
  const keepsOrder = (shown: (end: number) => number, limit: (value: number) => number): boolean =>
    ends.every((end) => limits.every((each) => orderOf(shown(end), limit(each)) === orderOf(end, each)));
  const exact = (value: number): number => value;
  const lastDigit =
    [0, 1, 2, 3, 4, 5].map((finer) => first - finer).find((digit) => keepsOrder((end) => round(end, digit), exact)) ??
    first;
  const shown = interval.uncertainty ? (end: number): number => round(end, lastDigit) : exact;
  for (let digits = LEAST_DIGITS; digits < MOST_DIGITS; digits += 1) {
    const written = (value: number): number => significantly(value, unit, digits);
    const areApart = limits.length < 2 || low === high || written(low) !== written(high);
    if (areApart && keepsOrder(shown, written)) return { lastDigit, limits: digits };
  }
  return { lastDigit, limits: MOST_DIGITS };
}

/** Below, the same, or above: figures that differ by what binary fractions leave are the same. */
function orderOf(one: number, other: number): number {
  const difference = one - other;
  return Math.abs(difference) <= 1e-12 * Math.max(Math.abs(one), Math.abs(other)) ? 0 : Math.sign(difference);
}

/** As `formatValue` rounds it. */
function significantly(value: number, unit: UnitSymbol, digits: number): number {
  if (value === 0) return 0;
  return roundedQuantity(value, unit, Math.floor(Math.log10(Math.abs(value))) - digits + 1).value;
}

function lastDigitFor(half: number): number {
  if (half <= 0) return -3;
  const magnitude = Math.floor(Math.log10(half));
  return half / 10 ** magnitude < 3 ? magnitude - 1 : magnitude;
}

function atPrecisionOf(value: number, half: number, unit: UnitSymbol): string {
  const rounded = roundedQuantity(value, unit, lastDigitFor(half));
  return rounded.exponent > 0 ? formatValue(rounded.value, unit, 6) : formatQuantity(rounded);
}

function comparisonFacts(
  interval: MeasuredInterval,
  expectation: ResolvedExpectation,
  { limits: significant }: Digits,
  probability: number | undefined,
): ComparisonFacts {
  const { of, unit, absentBelow, partialBelow, low, high } = expectation;
  return {
    low: Number.isFinite(low) ? formatValue(low, unit, significant) : '',
    high: Number.isFinite(high) ? formatValue(high, unit, significant) : '',
    of: of === undefined ? '' : formatValue(of, unit),
    part:
      of && interval.value !== undefined && unitOf(unit).dimension !== 'temperature'
        ? percent(expectation.turnable ? Math.abs(interval.value / of) : interval.value / of)
        : '',
    absentBelow: percent(absentBelow),
    partialBelow: percent(partialBelow),
    straddled: straddled(interval, expectation, significant),
    isOneEnd: interval.low <= high && interval.high >= low,
    isOtherWay: expectation.turnable === true && interval.high < 0,
    likelyInside: probability === undefined ? '' : percent(probability),
  };
}

function straddled({ low, high }: MeasuredInterval, expectation: ResolvedExpectation, significant: number): string {
  const limits = [
    ...(low < expectation.low && expectation.low <= high ? [expectation.low] : []),
    ...(low <= expectation.high && expectation.high < high ? [expectation.high] : []),
  ];
  return limits.map((limit) => formatValue(limit, expectation.unit, significant)).join(' and ');
}

function percent(part: number): string {
  const hundred = part * 100;
  return `${hundred >= 99.5 && hundred < 100 ? hundred.toFixed(1) : Number(hundred.toPrecision(hundred >= 100 ? 3 : 2))} %`;
}
