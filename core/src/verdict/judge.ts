import type { ResolvedExpectation } from '../expectation';
import { formatReading, type Reading } from '../quantity';
import { judgeBalance } from './judge-balance';
import { judgeLooks } from './judge-looks';
import { judgeSingle } from './judge-single';
import type { JudgeInput, Judgement } from './judgement';
import { INCONCLUSIVE, RULES_VERSION } from './verdict';
import { SENTENCES, verdictWord } from './words';

/**
 * Compares a reading with what it should be. The first rule that matches holds: invalid, unjudged, unsteady, steady,
 * mixed or unbalanced, open or shorted, within, undecided, absent, partial, low or high.
 *
 * Guarded acceptance and guarded rejection (JCGM 106:2012, 8.3): within and outside both need the whole 95 % interval.
 */
export function judge(input: JudgeInput): Judgement {
  const { reading, expectation, invalidBecause = [] } = input;
  if (invalidBecause.length > 0) {
    const sentence = SENTENCES.doesNotCount(formatReading(reading), invalidBecause);
    return { verdict: 'invalid', sentence, rulesVersion: RULES_VERSION };
  }
  if (expectation.looks)
    return judgeLooks(
      (reading.kind === 'list' ? reading.members : [reading]).map((each) => ({ reading: each })),
      expectation.looks,
      input,
      judge,
    );
  if (reading.kind === 'list') {
    return expectation.balance
      ? judgeBalance(
          reading.members.map((each) => ({ reading: each, function: input.function })),
          expectation.balance,
          input,
          judge,
        )
      : judgeList(reading.members, input);
  }
  if (expectation.balance) return loneOfSet(reading, input);
  return expectation.alternatives ? judgeAlternatives(input, expectation.alternatives) : judgeSingle(reading, input);
}

/** One member of a set says nothing of the set; what each of them should be is judged all the same. */
function loneOfSet(reading: Reading, input: JudgeInput): Judgement {
  const { absolute } = input.expectation.balance ?? {};
  if (absolute) return judge({ ...input, expectation: absolute });
  return {
    verdict: 'unjudged',
    sentence: SENTENCES.oneAlone(formatReading(reading)),
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
  if (!first) return { verdict: 'unjudged', sentence: SENTENCES.noDocument(), rulesVersion: RULES_VERSION };
  const { name: _name, ...judgement } = first;
  if (judged.every(({ verdict }) => verdict === first.verdict))
    return { ...judgement, sentence: SENTENCES.whicheverIsRight(first.sentence) };
  const each = judged.map(({ name, verdict }) => ({ verdict, by: name }));
  return {
    ...judgement,
    verdict: 'unjudged',
    sentence: SENTENCES.documentsDiffer(formatReading(input.reading), each),
    notes: ['variant-unknown'],
  };
}

function judgeList(members: readonly Reading[], input: JudgeInput): Judgement {
  const judged = members.map((reading) => judge({ ...input, reading }));
  const [first] = judged;
  if (!first) return { verdict: 'unjudged', sentence: SENTENCES.emptyList(), rulesVersion: RULES_VERSION };
  const verdicts = judged.map((each) => each.verdict);
  const agrees = verdicts.every((verdict) => verdict === first.verdict);
  const words = members
    .map((member, index) => `${formatReading(member)} ${verdictWord(verdicts[index] ?? first.verdict)}`)
    .join(', ');
  if (agrees) return { ...first, sentence: SENTENCES.allAgree(words, first.verdict) };
  // One look that cannot be judged leaves the whole open: it must not pass for a disagreement.
  const inconclusive = judged.find((each) => INCONCLUSIVE.has(each.verdict));
  if (inconclusive) return { ...inconclusive, sentence: `${words}. ${inconclusive.sentence}` };
  return { verdict: 'mixed', sentence: SENTENCES.theyDisagree(words), rulesVersion: RULES_VERSION };
}
