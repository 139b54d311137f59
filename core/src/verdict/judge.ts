import { shouldBeZero, type ResolvedExpectation } from '../expectation';
import type { LeadState, Meter } from '../meter';
import { FUNCTIONS, formatReading, type MeasurementFunction, type Reading } from '../quantity';
import { arithmeticSentence } from './arithmetic';
import {
  conformityProbability,
  measuredInterval,
  type MeasuredInterval,
  type SingleReading,
} from './measured-interval';
import { INCONCLUSIVE, RULES_VERSION, type Verdict } from './verdict';
import { waysToDecide } from './ways-to-decide';

export interface JudgeInput {
  readonly reading: Reading;
  readonly function: MeasurementFunction;
  readonly expectation: ResolvedExpectation;
  readonly meter?: Meter;
  readonly leads?: LeadState;
  /** Why the conditions do not hold; any entry makes the reading invalid. */
  readonly invalidBecause?: readonly string[];
}

/** The comparison of a reading with its expectation. All figures in the function's base unit; JSON-safe. */
export interface Judgement {
  readonly verdict: Verdict;
  /** The arithmetic, in one sentence a person can check. */
  readonly sentence: string;
  readonly value?: number;
  /** 95 % interval; an end that is missing is infinite. */
  readonly interval?: { readonly low?: number; readonly high?: number };
  /** Probability that the true value is inside the band; missing for bounds and where nothing is judged. */
  readonly probability?: number;
  /** For an undecided reading: what may settle it, cheapest first. */
  readonly waysToDecide?: readonly string[];
  readonly rulesVersion: number;
}

/**
 * Compares a reading with what it should be. The first rule that matches holds: invalid, unjudged, unsteady or mixed,
 * open or shorted, within, undecided, absent, partial, low or high.
 *
 * Guarded acceptance and guarded rejection (JCGM 106:2012, 8.3): within and outside both need the whole 95 % interval.
 */
export function judge(input: JudgeInput): Judgement {
  const { reading, invalidBecause = [] } = input;
  if (invalidBecause.length > 0) {
    const sentence = `${formatReading(reading)} does not count: ${invalidBecause.join('; ')}.`;
    return { verdict: 'invalid', sentence, rulesVersion: RULES_VERSION };
  }
  return reading.kind === 'list' ? judgeList(reading.members, input) : judgeSingle(reading, input);
}

function judgeList(members: readonly Reading[], input: JudgeInput): Judgement {
  const judged = members.map((reading) => judge({ ...input, reading }));
  const [first] = judged;
  if (!first) return { verdict: 'unjudged', sentence: 'The list is empty.', rulesVersion: RULES_VERSION };
  const verdicts = judged.map((each) => each.verdict);
  const agrees = verdicts.every((verdict) => verdict === first.verdict);
  const words = members.map((member, index) => `${formatReading(member)} ${verdicts[index]}`).join(', ');
  if (agrees) return { ...first, sentence: `${words}. All agree: ${first.verdict}.` };
  // One look that cannot be judged leaves the whole open: it must not pass for a disagreement.
  const inconclusive = judged.find((each) => INCONCLUSIVE.has(each.verdict));
  if (inconclusive) return { ...inconclusive, sentence: `${words}. ${inconclusive.sentence}` };
  return { verdict: 'mixed', sentence: `${words}. They disagree: mixed.`, rulesVersion: RULES_VERSION };
}

function judgeSingle(reading: SingleReading, input: JudgeInput): Judgement {
  const { expectation, meter, leads } = input;
  const interval = measuredInterval(reading, input.function, meter, leads);
  const verdict = decide(reading, interval, input);
  const probability =
    expectation.judgeable && reading.kind === 'value'
      ? conformityProbability(interval, expectation.low, expectation.high, input.function)
      : undefined;
  return {
    verdict,
    sentence:
      verdict === 'unjudged'
        ? `${formatReading(reading)} is kept and not judged: what it should be is ${expectation.judgeable ? 'not known' : unknownWords(expectation)}.`
        : arithmeticSentence(reading, interval, expectation, verdict, probability),
    ...(interval.value === undefined ? {} : { value: interval.value }),
    interval: finiteEnds(interval),
    ...(probability === undefined ? {} : { probability }),
    ...(verdict === 'undecided' ? { waysToDecide: waysToDecide(reading, input.function, meter, leads) } : {}),
    rulesVersion: RULES_VERSION,
  };
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

function decide(reading: SingleReading, interval: MeasuredInterval, input: JudgeInput): Verdict {
  const { expectation } = input;
  const isResistance = FUNCTIONS[input.function].dimension === 'resistance';
  if (!expectation.judgeable) return decideUnjudgeable(reading, interval, isResistance, expectation);
  if (reading.kind === 'swing' || reading.kind === 'unsteady') return 'unsteady';
  if (isResistance && isOpen(interval, expectation)) return 'open';
  if (isResistance && isShorted(interval, expectation)) return 'shorted';
  if (interval.low >= expectation.low && interval.high <= expectation.high) return 'within';
  if (interval.low <= expectation.high && interval.high >= expectation.low) return 'undecided';
  return decideOutside(interval, expectation, FUNCTIONS[input.function].canBeAbsent);
}

function decideUnjudgeable(
  reading: SingleReading,
  interval: MeasuredInterval,
  isResistance: boolean,
  expectation: ResolvedExpectation,
): Verdict {
  if (!isResistance || !expectation.finite || Number.isFinite(expectation.high)) return 'unjudged';
  if (reading.kind === 'over-range') return 'open';
  // With no expected value only the leads themselves tell a short.
  const isNothing = interval.value !== undefined && interval.value <= (interval.uncertainty?.halfWidth95 ?? 0);
  return isNothing ? 'shorted' : 'unjudged';
}

/** Beyond the display where the expected band ends below it. */
function isOpen(interval: MeasuredInterval, expectation: ResolvedExpectation): boolean {
  return interval.beyondDisplay && interval.high === Infinity && interval.low > expectation.high;
}

/** Not to be told from the leads, and clearly below the expected band. */
function isShorted(interval: MeasuredInterval, expectation: ResolvedExpectation): boolean {
  return interval.low <= 0 && interval.high < expectation.low;
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
