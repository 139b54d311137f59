import { formatQuantity, formatReading, formatSpan, formatValue, roundedQuantity, type UnitSymbol } from '../quantity';
import type { ResolvedExpectation } from '../expectation';
import type { MeasuredInterval, SingleReading } from './measured-interval';
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
  const relation = why ?? VERDICT_WORDS[verdict].relation(comparisonFacts(interval, expectation, probability));
  return SENTENCES.compared(measuredWords(reading, interval, expectation.unit), expectation.rule, relation, verdict);
}

function measuredWords(reading: SingleReading, interval: MeasuredInterval, unit: UnitSymbol): string {
  const typed = formatReading(reading);
  const { uncertainty } = interval;
  if (!uncertainty) return typed;
  const half = uncertainty.halfWidth95;
  if (half === 0) return typed;
  const corrected = interval.value !== undefined && uncertainty.components.some((each) => each.source === 'lead zero');
  const leads = corrected ? ` less the leads is ${atPrecisionOf(interval.value ?? 0, half, unit)},` : '';
  return `${typed}${leads} ± ${uncertaintyWords(half, unit)} is ${intervalWords(interval, unit)}`;
}

/** "26.36 to 27.44 V" with the digits the uncertainty leaves. */
export function intervalWords(interval: Pick<MeasuredInterval, 'low' | 'high'>, unit: UnitSymbol): string {
  const half = (interval.high - interval.low) / 2;
  if (!Number.isFinite(interval.high)) return `${formatValue(interval.low, unit)} or more`;
  if (!Number.isFinite(interval.low)) return `${formatValue(interval.high, unit)} or less`;
  return formatSpan(interval.low, interval.high, unit, lastDigitFor(half));
}

/** "0.35 V": two digits when the first is 1 or 2, else one (JCGM 100:2008, 7.2.6 asks for no more than two). */
export function uncertaintyWords(half: number, unit: UnitSymbol): string {
  return atPrecisionOf(half, half, unit);
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
  probability: number | undefined,
): ComparisonFacts {
  const { of, unit, absentBelow, partialBelow, low, high } = expectation;
  return {
    low: Number.isFinite(low) ? formatValue(low, unit) : '',
    high: Number.isFinite(high) ? formatValue(high, unit) : '',
    of: of === undefined ? '' : formatValue(of, unit),
    part:
      of && interval.value !== undefined
        ? percent(expectation.turnable ? Math.abs(interval.value / of) : interval.value / of)
        : '',
    absentBelow: percent(absentBelow),
    partialBelow: percent(partialBelow),
    straddled: straddled(interval, expectation),
    isOtherWay: expectation.turnable === true && interval.high < 0,
    likelyInside: probability === undefined ? '' : percent(probability),
  };
}

function straddled(interval: MeasuredInterval, expectation: ResolvedExpectation): string {
  const limits = [expectation.low, expectation.high].filter(
    (limit) => Number.isFinite(limit) && limit >= interval.low && limit <= interval.high,
  );
  return limits.map((limit) => formatValue(limit, expectation.unit)).join(' and ');
}

function percent(part: number): string {
  const hundred = part * 100;
  return `${hundred >= 99.5 && hundred < 100 ? hundred.toFixed(1) : Number(hundred.toPrecision(hundred >= 100 ? 3 : 2))} %`;
}
