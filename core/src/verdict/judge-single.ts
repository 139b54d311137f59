import { isOfMagnitude, shouldBeZero, type ResolvedExpectation } from '../expectation';
import { MOST_LEAD_OHMS, uncertaintyOf, type Compared } from '../meter';
import { magnitudeOfEnds } from '../reference';
import { FUNCTIONS, formatReading, formatValue, type Quantity, type SingleReading } from '../quantity';
import { arithmeticSentence } from './arithmetic';
import type { JudgeInput, Judgement } from './judgement';
import type { JudgementNote } from './judgement-note';
import { conformityProbability, measuredInterval, type MeasuredInterval } from './measured-interval';
import { decideMotion, type Moved } from './motion';
import { RULES_VERSION, type Verdict } from './verdict';
import { AFTERWORDS, REASONS, SENTENCES } from './words';
import { waysToDecide, waysToSettlePartial } from './ways-to-decide';

/** An estimate of stray voltage is good to about half as much again; common practice, no source. */
const MORE_THAN_ESTIMATED = 1.5;

/** One reading beside one expectation. */
export function judgeSingle(reading: SingleReading, input: JudgeInput): Judgement {
  const { expectation, meter, leads } = input;
  const interval = measuredInterval(reading, input.function, meter, leads, expectation.compared);
  const { verdict, why } = decided(reading, interval, input);
  const { uncertainty } = interval;
  const probability =
    expectation.judgeable && reading.kind === 'value' && !expectation.motion && uncertainty
      ? conformityProbability(uncertainty.distribution, expectation, FUNCTIONS[input.function].neverNegative)
      : undefined;
  const ways = waysFor(verdict, reading, input);
  const after = afterwords(interval, input, verdict, why !== undefined);
  return {
    verdict,
    sentence: `${sentenceOf(reading, interval, input, verdict, why, probability)}${after.words}`,
    ...(interval.value === undefined ? {} : { value: interval.value }),
    interval: finiteEnds(interval),
    ...(probability === undefined ? {} : { probability }),
    ...(ways.length > 0 ? { waysToDecide: ways } : {}),
    ...(after.note ? { notes: [after.note] } : {}),
    rulesVersion: RULES_VERSION,
  };
}

interface Decided {
  readonly verdict: Verdict;
  /** In place of the usual relation. */
  readonly why?: string;
}

function decided(reading: SingleReading, interval: MeasuredInterval, input: JudgeInput): Decided {
  const { expectation } = input;
  const found = decide(reading, interval, input);
  const { guessed } = expectation;
  // A guess is wide enough to accuse by, and never good enough to pass by.
  if (guessed !== undefined && (found.verdict === 'within' || found.verdict === 'undecided'))
    return {
      verdict: 'unjudged',
      why: REASONS.guessed(guessed),
    };
  return found;
}

function decide(reading: SingleReading, interval: MeasuredInterval, input: JudgeInput): Decided {
  const { expectation } = input;
  const isResistance = FUNCTIONS[input.function].dimension === 'resistance';
  if (!expectation.judgeable) return { verdict: decideUnjudgeable(reading, interval, input) };
  const plain = (): Verdict =>
    reading.kind === 'swing' || reading.kind === 'span'
      ? decideEnds(reading, input, isResistance)
      : decidePlain(interval, input, isResistance);
  const { motion, unit } = expectation;
  if (motion) return decideMotion(reading, motion, unit, plain, () => movedBy(reading, input));
  if (reading.kind === 'span' && reading.dropOuts > 0)
    return { verdict: 'unsteady', why: REASONS.droppedOut(reading.dropOuts) };
  if (reading.kind === 'swing' || reading.kind === 'unsteady') return { verdict: 'unsteady' };
  return { verdict: plain() };
}

/** How far apart the ends are: within one range the percentage is common to both, as in any difference. */
function movedBy(reading: SingleReading, { function: measured, meter, leads }: JudgeInput): Moved {
  if (reading.kind !== 'swing' && reading.kind !== 'span') return { low: 0, high: 0 };
  const lowest = uncertaintyOf(reading.low, measured, meter, leads);
  const compared: Compared = { readings: [{ value: lowest.value, sign: 1, uncertainty: lowest }] };
  const highest = uncertaintyOf(reading.high, measured, meter, leads, compared);
  const moved = highest.value - lowest.value;
  return { low: Math.max(0, moved - highest.halfWidth95), high: moved + highest.halfWidth95 };
}

/** Both ends of what moved; the one that is outside decides. With one end turned and the other not, it is too low. */
function decideEnds(
  reading: Extract<SingleReading, { kind: 'swing' | 'span' }>,
  input: JudgeInput,
  isResistance: boolean,
): Verdict {
  const decidedEnd = (quantity: Quantity): Verdict =>
    decidePlain(
      measuredInterval({ kind: 'value', quantity }, input.function, input.meter, input.leads),
      input,
      isResistance,
    );
  const [low, high] = [decidedEnd(reading.low), decidedEnd(reading.high)];
  if (low === high) return low;
  const outside = [low, high].find((verdict) => verdict !== 'within' && verdict !== 'undecided');
  return outside === 'reversed' ? 'low' : (outside ?? 'undecided');
}

function decidePlain(read: MeasuredInterval, input: JudgeInput, isResistance: boolean): Verdict {
  const { expectation } = input;
  const interval = isOfMagnitude(expectation) ? { ...read, ...magnitudeOfEnds(read) } : read;
  if (!isOfMagnitude(expectation) && isReversed(interval, expectation)) return 'reversed';
  if (isResistance && isOpen(interval, expectation)) return 'open';
  if (isShorted(interval, input)) return 'shorted';
  if (interval.low >= expectation.low && interval.high <= expectation.high) return 'within';
  if (interval.low <= expectation.high && interval.high >= expectation.low) return 'undecided';
  return decideOutside(interval, expectation, FUNCTIONS[input.function].canBeAbsent);
}

function sentenceOf(
  reading: SingleReading,
  interval: MeasuredInterval,
  { expectation }: JudgeInput,
  verdict: Verdict,
  why: string | undefined,
  probability: number | undefined,
): string {
  if (verdict === 'unjudged' && why === undefined)
    return SENTENCES.keptUnjudged(formatReading(reading), unknownWords(expectation));
  return arithmeticSentence(reading, interval, expectation, verdict, { probability, why });
}

interface Afterwords {
  readonly words: string;
  readonly note?: JudgementNote;
}

/** What belongs to the comparison and is no arithmetic: what it does not prove, what else it fits, what it may be. */
function afterwords(interval: MeasuredInterval, input: JudgeInput, verdict: Verdict, hasWhy: boolean): Afterwords {
  const { expectation } = input;
  const { caveat } = expectation;
  switch (verdict) {
    case 'within':
      return caveat === undefined ? { words: '' } : { words: ` ${caveat.words}.`, note: caveat.kind };
    case 'unjudged':
      return { words: '', note: hasWhy ? 'guessed-reference' : 'no-expected-value' };
    case 'undecided':
      return expectation.motion?.kind === 'sustained' ? { words: '', note: 'once-is-not-for-long' } : { words: '' };
    case 'partial':
      return partialWords(interval, input);
    default: {
      const other = expectation.elsewhere?.find(({ low, high }) => interval.low >= low && interval.high <= high);
      return { words: other ? AFTERWORDS.fitsElsewhere(other.words) : '' };
    }
  }
}

/** A stray voltage is told from a supply with something in series by what an open lead could show. */
function partialWords(
  interval: MeasuredInterval,
  { expectation, stray, isLowImpedance, function: measured }: JudgeInput,
): Afterwords {
  if (measured !== 'ac-voltage') return { words: '' };
  if (isLowImpedance) return { words: AFTERWORDS.noStrayLoaded(), note: 'series-load' };
  if (stray === 'held') return { words: AFTERWORDS.noStrayHeld(), note: 'series-load' };
  // Where nothing should be, whoever calls it dead has to show it.
  const isToBeDead = shouldBeZero(expectation);
  if (!stray) return { words: isToBeDead ? AFTERWORDS.aliveUntilLoaded() : '', note: 'stray-voltage' };
  const span = `${formatValue(stray.low, 'V', 2)} to ${formatValue(stray.high, 'V', 2)}`;
  return (interval.value ?? 0) <= stray.high * MORE_THAN_ESTIMATED
    ? {
        words: `${AFTERWORDS.mayBeStray(stray.words, span)}${isToBeDead ? AFTERWORDS.aliveUntilLoaded() : AFTERWORDS.strayUntilLoaded()}`,
        note: 'stray-voltage',
      }
    : { words: AFTERWORDS.moreThanStray(stray.words, span), note: 'series-load' };
}

function waysFor(verdict: Verdict, reading: SingleReading, input: JudgeInput): readonly string[] {
  const { meter, leads, isLowImpedance = false } = input;
  if (verdict === 'partial' && FUNCTIONS[input.function].dimension === 'voltage')
    return waysToSettlePartial(input.function, meter, isLowImpedance);
  if (verdict === 'reversed') return ['turn the probes and read again'];
  if (verdict !== 'undecided') return [];
  if (input.expectation.motion?.kind === 'sustained') return ['watch on until the time is over'];
  return waysToDecide(reading, input.function, meter, leads, isLowImpedance);
}

function unknownWords(expectation: ResolvedExpectation): string {
  const isKnown = Number.isFinite(expectation.low) || Number.isFinite(expectation.high);
  return isKnown && expectation.of !== undefined ? `only assumed (${expectation.words})` : expectation.words;
}

function finiteEnds(interval: MeasuredInterval): { low?: number; high?: number } {
  return {
    ...(Number.isFinite(interval.low) ? { low: interval.low } : {}),
    ...(Number.isFinite(interval.high) ? { high: interval.high } : {}),
  };
}

function decideUnjudgeable(
  reading: SingleReading,
  interval: MeasuredInterval,
  { function: measured, expectation }: JudgeInput,
): Verdict {
  const isResistance = FUNCTIONS[measured].dimension === 'resistance';
  if (!isResistance || !expectation.finite || Number.isFinite(expectation.high)) return 'unjudged';
  if (reading.kind === 'over-range') return 'open';
  // With no expected value only the leads themselves tell a short.
  return FUNCTIONS[measured].readsLeads && interval.value !== undefined && isNoMoreThanLeads(interval)
    ? 'shorted'
    : 'unjudged';
}

/** Beyond the display where the expected band ends below it. */
function isOpen(interval: MeasuredInterval, expectation: ResolvedExpectation): boolean {
  return interval.beyondDisplay && interval.high === Infinity && interval.low > expectation.high;
}

/**
 * On the other side of zero than the band, and more than nothing or a part of it, which are so whichever way the probes
 * sit. What it would be with the probes turned is said when they were.
 */
function isReversed(interval: MeasuredInterval, { low, turnable, of, partialBelow }: ResolvedExpectation): boolean {
  const isOther = low > 0 ? interval.high < 0 : interval.low > 0;
  if (!turnable || !isOther) return false;
  const least = Math.min(Math.abs(interval.low), Math.abs(interval.high));
  const most = Math.max(Math.abs(interval.low), Math.abs(interval.high));
  return of === undefined || most >= partialBelow * Math.abs(of) || least >= Math.abs(low);
}

/**
 * All it may be is no more than leads are, and below the expected band: on a range too coarse to tell a short from some
 * ohms it is low. An insulation tester shows no shorts: its nothing may be thousands of ohms.
 */
function isShorted(interval: MeasuredInterval, { function: measured, expectation }: JudgeInput): boolean {
  return FUNCTIONS[measured].readsLeads && isNoMoreThanLeads(interval) && interval.high < expectation.low;
}

function isNoMoreThanLeads({ low, high }: MeasuredInterval): boolean {
  return low <= 0 && high <= MOST_LEAD_OHMS;
}

/** The whole interval lies outside the band. Only what can be there or not is ever absent or partly there. */
function decideOutside(interval: MeasuredInterval, expectation: ResolvedExpectation, canBeAbsent: boolean): Verdict {
  const isAbove = interval.low > expectation.high;
  const { of, absentBelow, partialBelow } = expectation;
  if (canBeAbsent && of !== undefined && of !== 0) {
    const most = Math.max(Math.abs(interval.low), Math.abs(interval.high)) / Math.abs(of);
    if (!isAbove && most < absentBelow) return 'absent';
    if ((!isAbove || shouldBeZero(expectation)) && most < partialBelow) return 'partial';
  }
  return isAbove ? 'high' : 'low';
}
