import { balanceOf } from '../reference';
import type { Uncertainty, UncertaintyComponent } from '../meter';
import type { ResolvedExpectation } from '../expectation';
import { formatReading, formatValue, FUNCTIONS, type MeasurementFunction, type SingleReading } from '../quantity';
import type { Judge, JudgeInput, Judgement } from './judgement';
import type { JudgementNote } from './judgement-note';
import { measuredInterval, type MeasuredInterval } from './measured-interval';
import { INCONCLUSIVE, RULES_VERSION, type Verdict } from './verdict';
import { BALANCE_WORDS, verdictWord } from './words';

export interface BalanceMember {
  readonly reading: SingleReading;
  readonly function: MeasurementFunction;
  /** What it was taken for by somebody's decision, where it was too close to call. */
  readonly accepted?: Verdict;
}

/**
 * Whether the members are alike, and besides what each of them should be. Both are said; where they disagree the set
 * carries the verdict of the one that fails.
 */
export function judgeBalance(
  members: readonly BalanceMember[],
  { within, absolute }: NonNullable<ResolvedExpectation['balance']>,
  input: JudgeInput,
  judge: Judge,
): Judgement {
  const { caveat } = input.expectation;
  const typed = members.map(({ reading }) => formatReading(reading)).join(' / ');
  const alike = alikeVerdict(members, input, within);
  const each = absolute && absoluteVerdict(members, input, absolute, judge);
  const verdict = jointVerdict(alike.verdict, each?.verdict);
  const isWrong =
    alike.verdict === 'within' && each !== undefined && !INCONCLUSIVE.has(each.verdict) && each.verdict !== 'within';
  // That they are alike is all that was asked: what it does not prove is said.
  const alone = each === undefined && verdict === 'within' ? caveat : undefined;
  const note: JudgementNote | undefined = isWrong ? 'alike-and-wrong' : (each?.note ?? alone?.kind);
  const together =
    each !== undefined
      ? BALANCE_WORDS.eachShouldBe(each.rule, each.words, isWrong)
      : alone === undefined
        ? ''
        : ` ${alone.words}.`;
  return {
    verdict,
    sentence: `${typed}: ${alike.words}.${together}`,
    ...(alike.value === undefined ? {} : { value: alike.value }),
    ...(verdict === 'undecided'
      ? {
          waysToDecide: [
            'use the lowest range that holds all of them',
            'zero the leads',
            'read all of them again with firm contact',
          ],
        }
      : {}),
    ...(note ? { notes: [note] } : {}),
    rulesVersion: RULES_VERSION,
  };
}

function jointVerdict(alike: Verdict, each: Verdict | undefined): Verdict {
  if (each === undefined || each === 'within') return alike;
  // What is wrong in itself is wrong whether or not the meter can tell that they are alike.
  return alike === 'within' || (alike === 'undecided' && !INCONCLUSIVE.has(each)) ? each : alike;
}

interface Alike {
  readonly verdict: Verdict;
  readonly words: string;
  /** Mean of the members. */
  readonly value?: number;
}

function alikeVerdict(members: readonly BalanceMember[], input: JudgeInput, within: number): Alike {
  if (members.length < 2) return { verdict: 'undecided', words: BALANCE_WORDS.oneAlone() };
  const intervals = members.map(({ reading, function: measured }) =>
    measuredInterval(reading, measured, input.meter, input.leads),
  );
  if (intervals.some(({ beyondDisplay }) => beyondDisplay)) {
    const isResistance = members.every(({ function: measured }) => FUNCTIONS[measured].dimension === 'resistance');
    return { verdict: isResistance ? 'open' : 'unbalanced', words: BALANCE_WORDS.beyondDisplay() };
  }
  const known = intervals.flatMap((interval) =>
    interval.value === undefined ? [] : [{ ...interval, value: interval.value }],
  );
  if (known.length < members.length) return { verdict: 'unsteady', words: BALANCE_WORDS.moving() };
  const balance = balanceOf(known.map(({ value }) => value));
  // No part of nothing can be told: they are not unlike for that.
  if (balance.mean === 0) return { verdict: 'undecided', words: BALANCE_WORDS.zeroMean() };
  const { off, leads } = uncertaintyOfDeviation(known);
  const mean = Math.abs(balance.mean);
  const low = Math.max(0, balance.deviation - off) / mean;
  const high = (balance.deviation + off) / Math.max(mean - leads, mean * 1e-3);
  const unit = FUNCTIONS[input.function].unit;
  const facts = {
    mean: formatValue(balance.mean, unit, 4),
    farthest: percent(balance.unbalance),
    low: percent(low),
    high: percent(high),
    allowed: percent(within),
  };
  const told = (verdict: Verdict, end: string): Alike => ({
    verdict,
    words: BALANCE_WORDS.compared(facts, end),
    value: balance.mean,
  });
  if (high <= within) return told('within', BALANCE_WORDS.alike);
  if (low > within) return told('unbalanced', BALANCE_WORDS.notAlike);
  return told('undecided', BALANCE_WORDS.tooClose);
}

/**
 * Half-width of the distance from the mean at 95 %: the percentage and what the leads add are common to all and cancel,
 * counts and digits are each reading's own. `leads` is what leads that were not zeroed may have added to the mean.
 */
function uncertaintyOfDeviation(known: readonly MeasuredInterval[]): { off: number; leads: number } {
  const count = known.length;
  const own = known.map(({ uncertainty }) => sizeOf(uncertainty, ['counts', 'digits typed']));
  const sum = own.reduce((total, each) => total + each, 0);
  const rectangular = Math.max(...own.map((each) => each * (1 - 1 / count) + (sum - each) / count));
  const normal = Math.max(...known.map(({ uncertainty }) => sizeOf(uncertainty, ['lead zero'])));
  const unzeroed = Math.max(...known.map(({ uncertainty }) => sizeOf(uncertainty, ['leads not zeroed'])));
  return { off: rectangular + COVERAGE_FACTOR * normal * Math.sqrt(1 - 1 / count), leads: 2 * unzeroed };
}

/** Of a normal distribution at 95 % (JCGM 100:2008, G.3). */
const COVERAGE_FACTOR = 1.96;

function sizeOf(uncertainty: Uncertainty | undefined, sources: readonly UncertaintyComponent['source'][]): number {
  return (uncertainty?.components ?? [])
    .filter(({ source }) => sources.includes(source))
    .reduce((sum, { size }) => sum + size, 0);
}

function absoluteVerdict(
  members: readonly BalanceMember[],
  input: JudgeInput,
  absolute: ResolvedExpectation,
  judge: Judge,
): { readonly verdict: Verdict; readonly rule: string; readonly words: string; readonly note?: JudgementNote } {
  const { rule } = absolute;
  const judged = members.map(({ reading, function: measured, accepted }) => {
    const found = judge({ ...input, reading, function: measured, expectation: absolute });
    return accepted === undefined ? found : { ...found, verdict: accepted };
  });
  const [first] = judged;
  const verdicts = judged.map(({ verdict }) => verdict);
  if (first && verdicts.every((verdict) => verdict === first.verdict)) {
    const question = first.verdict === 'unjudged' ? ` (${first.sentence})` : '';
    const [note] = first.verdict === 'unjudged' ? (first.notes ?? []) : [];
    return { verdict: first.verdict, rule, words: `all ${verdictWord(first.verdict)}${question}`, note };
  }
  const inconclusive = verdicts.find((verdict) => INCONCLUSIVE.has(verdict));
  return { verdict: inconclusive ?? 'mixed', rule, words: verdicts.map(verdictWord).join(', ') };
}

function percent(part: number): string {
  return `${Number((part * 100).toPrecision(2))} %`;
}
