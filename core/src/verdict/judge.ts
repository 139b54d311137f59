import { shouldBeZero, type ResolvedExpectation } from '../expectation';
import type { LeadState, Meter } from '../meter';
import { FUNCTIONS, formatReading, formatValue, type MeasurementFunction, type Reading } from '../quantity';
import { arithmeticSentence } from './arithmetic';
import { judgeBalance } from './judge-balance';
import { judgeLooks } from './judge-looks';
import type { JudgementNote } from './judgement-note';
import { decideMotion } from './motion';
import {
  conformityProbability,
  measuredInterval,
  type MeasuredInterval,
  type SingleReading,
} from './measured-interval';
import { INCONCLUSIVE, RULES_VERSION, type Verdict } from './verdict';
import { waysToDecide, waysToSettlePartial, type StrayEstimate } from './ways-to-decide';

export interface JudgeInput {
  readonly reading: Reading;
  readonly function: MeasurementFunction;
  readonly expectation: ResolvedExpectation;
  readonly meter?: Meter;
  readonly leads?: LeadState;
  /** The meter's mode that loads the circuit was used: no stray voltage stands up to it. */
  readonly isLowImpedance?: boolean;
  /** What an open lead at these points may show. */
  readonly stray?: StrayEstimate;
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
  /** For an undecided or partial reading: what may settle it, cheapest first. */
  readonly waysToDecide?: readonly string[];
  /** What is easily got wrong about it. */
  readonly notes?: readonly JudgementNote[];
  readonly rulesVersion: number;
}

/**
 * Compares a reading with what it should be. The first rule that matches holds: invalid, unjudged, unsteady, steady,
 * mixed or unbalanced, open or shorted, within, undecided, absent, partial, low or high.
 *
 * Guarded acceptance and guarded rejection (JCGM 106:2012, 8.3): within and outside both need the whole 95 % interval.
 */
export function judge(input: JudgeInput): Judgement {
  const { reading, expectation, invalidBecause = [] } = input;
  if (invalidBecause.length > 0) {
    const sentence = `${formatReading(reading)} does not count: ${invalidBecause.join('; ')}.`;
    return { verdict: 'invalid', sentence, rulesVersion: RULES_VERSION };
  }
  if (expectation.looks)
    return judgeLooks(reading.kind === 'list' ? reading.members : [reading], expectation.looks, input, judge);
  if (reading.kind === 'list') {
    return expectation.balance
      ? judgeBalance(
          reading.members.map((each) => ({ reading: each, function: input.function })),
          input,
          judge,
        )
      : judgeList(reading.members, input);
  }
  if (expectation.balance) return loneOfSet(reading, input);
  return expectation.alternatives ? judgeAlternatives(input, expectation.alternatives) : judgeSingle(reading, input);
}

/** An estimate of stray voltage is good to about half as much again; common practice, no source. */
const MORE_THAN_ESTIMATED = 1.5;

/** One member of a set says nothing of the set; what each of them should be is judged all the same. */
function loneOfSet(reading: Reading, input: JudgeInput): Judgement {
  const { absolute } = input.expectation.balance ?? {};
  if (absolute) return judge({ ...input, expectation: absolute });
  return {
    verdict: 'unjudged',
    sentence: `${formatReading(reading)} is kept: one alone is not alike to anything, the others are still to be read.`,
    rulesVersion: RULES_VERSION,
  };
}

/** Documents that disagree: what all of them say is said, the rest waits for a choice. */
function judgeAlternatives(
  input: JudgeInput,
  alternatives: NonNullable<ResolvedExpectation['alternatives']>,
): Judgement {
  const judged = alternatives.map(({ name, expectation }) => ({ name, ...judge({ ...input, expectation }) }));
  const [first] = judged;
  if (!first) return { verdict: 'unjudged', sentence: 'No document.', rulesVersion: RULES_VERSION };
  const { name: _name, ...judgement } = first;
  if (judged.every(({ verdict }) => verdict === first.verdict))
    return { ...judgement, sentence: `Whichever document is right: ${first.sentence}` };
  const words = judged.map(({ name, verdict }) => `${verdict} by ${name}`).join(', ');
  return {
    ...judgement,
    verdict: 'unjudged',
    sentence: `${formatReading(input.reading)} is ${words}. Which of them holds for this unit?`,
    notes: ['variant-unknown'],
  };
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
  const interval = measuredInterval(reading, input.function, meter, leads, expectation.compared);
  const { verdict, why } = decided(reading, interval, input);
  const probability =
    expectation.judgeable && reading.kind === 'value' && !expectation.motion
      ? conformityProbability(interval, expectation.low, expectation.high, input.function)
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
      why: `It fits somewhere in what was guessed (${guessed}); read that and it can be judged`,
    };
  return found;
}

function decide(reading: SingleReading, interval: MeasuredInterval, input: JudgeInput): Decided {
  const { expectation } = input;
  const isResistance = FUNCTIONS[input.function].dimension === 'resistance';
  if (!expectation.judgeable) return { verdict: decideUnjudgeable(reading, interval, isResistance, expectation) };
  const plain = (): Verdict =>
    reading.kind === 'swing' || reading.kind === 'span'
      ? decideEnds(reading, input, isResistance)
      : decidePlain(interval, input, isResistance);
  if (expectation.motion) return decideMotion(reading, expectation, plain);
  if (reading.kind === 'span' && reading.dropOuts > 0)
    return { verdict: 'unsteady', why: `It dropped out ${times(reading.dropOuts)}` };
  if (reading.kind === 'swing' || reading.kind === 'unsteady') return { verdict: 'unsteady' };
  return { verdict: plain() };
}

/** Both ends of what moved; the one that is outside decides. */
function decideEnds(
  reading: Extract<SingleReading, { kind: 'swing' | 'span' }>,
  input: JudgeInput,
  isResistance: boolean,
): Verdict {
  const [low, high] = [reading.low, reading.high].map((quantity) =>
    decidePlain(
      measuredInterval({ kind: 'value', quantity }, input.function, input.meter, input.leads),
      input,
      isResistance,
    ),
  );
  if (low === undefined || high === undefined || low === high) return low ?? 'unjudged';
  const outside = [low, high].find((verdict) => verdict !== 'within' && verdict !== 'undecided');
  return outside ?? 'undecided';
}

function times(count: number): string {
  return count === 1 ? 'once' : `${count} times`;
}

function decidePlain(interval: MeasuredInterval, input: JudgeInput, isResistance: boolean): Verdict {
  const { expectation } = input;
  if (isResistance && isOpen(interval, expectation)) return 'open';
  if (isResistance && isShorted(interval, expectation)) return 'shorted';
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
    return `${formatReading(reading)} is kept and not judged: what it should be is ${expectation.judgeable ? 'not known' : unknownWords(expectation)}.`;
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
      return { words: other ? ` It fits ${other.words}.` : '' };
    }
  }
}

/** A stray voltage is told from a supply with something in series by what an open lead could show. */
function partialWords(
  interval: MeasuredInterval,
  { stray, isLowImpedance, function: measured }: JudgeInput,
): Afterwords {
  if (measured !== 'ac-voltage') return { words: '' };
  if (isLowImpedance)
    return {
      words: ' Read in low-impedance mode, so it is no stray voltage: think of a load in series.',
      note: 'series-load',
    };
  if (!stray) return { words: '', note: 'stray-voltage' };
  const span = `${formatValue(stray.low, 'V', 2)} to ${formatValue(stray.high, 'V', 2)}`;
  return (interval.value ?? 0) <= stray.high * MORE_THAN_ESTIMATED
    ? {
        words: ` ${stray.words} may show ${span} on this meter and drive nothing: stray, until a load says otherwise.`,
        note: 'stray-voltage',
      }
    : {
        words: ` ${stray.words} would show ${span} at most: more than that is a load or a bad joint in series.`,
        note: 'series-load',
      };
}

function waysFor(verdict: Verdict, reading: SingleReading, input: JudgeInput): readonly string[] {
  const { meter, leads, isLowImpedance = false } = input;
  if (verdict === 'partial' && FUNCTIONS[input.function].dimension === 'voltage')
    return waysToSettlePartial(input.function, meter, isLowImpedance);
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
