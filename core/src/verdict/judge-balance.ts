import { balanceOf } from '../reference';
import type { LeadState, Meter } from '../meter';
import type { ResolvedExpectation } from '../expectation';
import { formatReading, formatValue, FUNCTIONS, type MeasurementFunction, type Reading } from '../quantity';
import type { Judge, JudgeInput, Judgement } from './judgement';
import type { JudgementNote } from './judgement-note';
import { measuredInterval, type MeasuredInterval } from './measured-interval';
import { INCONCLUSIVE, RULES_VERSION, type Verdict } from './verdict';
import { BALANCE_WORDS, verdictWord } from './words';

export interface BalanceMember {
  readonly reading: Reading;
  readonly function: MeasurementFunction;
  readonly meter?: Meter;
  readonly leads?: LeadState;
}

/**
 * Whether the members are alike, and besides what each of them should be. Both are said; where they disagree the set
 * carries the verdict of the one that fails.
 */
export function judgeBalance(members: readonly BalanceMember[], input: JudgeInput, judge: Judge): Judgement {
  const { expectation } = input;
  const { within = 0.05, absolute } = expectation.balance ?? {};
  const typed = members.map(({ reading }) => formatReading(reading)).join(' / ');
  const alike = alikeVerdict(members, input, within);
  const each = absolute && absoluteVerdict(members, input, absolute, judge);
  const verdict = jointVerdict(alike.verdict, each?.verdict);
  const isWrong =
    alike.verdict === 'within' && each !== undefined && !INCONCLUSIVE.has(each.verdict) && each.verdict !== 'within';
  const note: JudgementNote | undefined = isWrong
    ? 'alike-and-wrong'
    : (each?.note ?? (verdict === 'within' && !each ? expectation.caveat?.kind : undefined));
  const together =
    each === undefined
      ? expectation.caveat && verdict === 'within'
        ? ` ${expectation.caveat.words}.`
        : ''
      : BALANCE_WORDS.eachShouldBe(absolute?.rule ?? '', each.words, isWrong);
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
  const intervals = members.map((member) => {
    const { reading, function: measured } = member;
    if (reading.kind === 'list') return undefined;
    return measuredInterval(reading, measured, member.meter ?? input.meter, member.leads ?? input.leads);
  });
  if (intervals.some((interval) => interval?.beyondDisplay)) {
    const isResistance = members.every(({ function: measured }) => FUNCTIONS[measured].dimension === 'resistance');
    return { verdict: isResistance ? 'open' : 'unbalanced', words: BALANCE_WORDS.beyondDisplay() };
  }
  const known = intervals.flatMap((interval) =>
    interval?.value === undefined ? [] : [{ ...interval, value: interval.value }],
  );
  if (known.length < members.length) return { verdict: 'unsteady', words: BALANCE_WORDS.moving() };
  const balance = balanceOf(known.map(({ value }) => value));
  if (!(Math.abs(balance.mean) > 0)) return { verdict: 'unbalanced', words: BALANCE_WORDS.zeroMean() };
  const { off, offset } = uncertaintyOfDeviation(known);
  const mean = Math.abs(balance.mean);
  const low = Math.max(0, balance.deviation - off) / (mean + offset);
  const high = (balance.deviation + off) / Math.max(mean - offset, mean * 1e-3);
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
 * counts and digits are each reading's own. `offset` is what leads that were not zeroed leave open in the mean.
 */
function uncertaintyOfDeviation(known: readonly MeasuredInterval[]): { off: number; offset: number } {
  const count = known.length;
  const own = known.map(({ uncertainty }) => {
    const parts = uncertainty?.components ?? [];
    const rectangular = parts
      .filter(({ source, shape }) => shape === 'rectangular' && source !== 'percent of reading')
      .reduce((sum, { size }) => sum + size, 0);
    const normal = Math.hypot(...parts.filter(({ source }) => source === 'lead zero').map(({ size }) => size));
    return { rectangular, normal };
  });
  const rectangular = Math.max(
    ...own.map(({ rectangular: size }, index) => {
      const others = own.reduce((sum, each, at) => (at === index ? sum : sum + each.rectangular), 0);
      return size * (1 - 1 / count) + others / count;
    }),
  );
  const deviation = Math.max(...own.map(({ normal }) => normal)) * Math.sqrt(1 - 1 / count);
  const notZeroed = Math.max(
    0,
    ...known.flatMap(({ uncertainty }) =>
      (uncertainty?.components ?? []).filter(({ source }) => source === 'leads not zeroed').map(({ size }) => size),
    ),
  );
  return { off: rectangular + 1.96 * deviation, offset: 1.96 * notZeroed };
}

function absoluteVerdict(
  members: readonly BalanceMember[],
  input: JudgeInput,
  absolute: ResolvedExpectation,
  judge: Judge,
): { readonly verdict: Verdict; readonly words: string; readonly note?: JudgementNote } {
  const judged = members.map(({ reading, function: measured, meter, leads }) =>
    judge({
      ...input,
      reading,
      function: measured,
      expectation: absolute,
      meter: meter ?? input.meter,
      leads: leads ?? input.leads,
    }),
  );
  const [first] = judged;
  const verdicts = judged.map(({ verdict }) => verdict);
  if (first && verdicts.every((verdict) => verdict === first.verdict)) {
    const question = first.verdict === 'unjudged' ? ` (${first.sentence})` : '';
    const [note] = first.verdict === 'unjudged' ? (first.notes ?? []) : [];
    return { verdict: first.verdict, words: `all ${verdictWord(first.verdict)}${question}`, ...(note ? { note } : {}) };
  }
  const inconclusive = verdicts.find((verdict) => INCONCLUSIVE.has(verdict));
  return { verdict: inconclusive ?? 'mixed', words: verdicts.map(verdictWord).join(', ') };
}

function percent(part: number): string {
  return `${Number((part * 100).toPrecision(2))} %`;
}
