import type { Look } from '../expectation';
import { formatReading, type Reading } from '../quantity';
import type { Judge, JudgeInput, Judgement } from './judgement';
import { INCONCLUSIVE, RULES_VERSION, type Verdict } from './verdict';
import { LOOK_WORDS, SENTENCES } from './words';

/** One look; `accepted` where it was too close to call and somebody decided. */
export interface LookTaken {
  readonly reading: Reading;
  readonly accepted?: Verdict;
}

/**
 * Several looks in order, the other state before each change. All as they should be: within. Never a change, whatever
 * was done: steady. Some of them: mixed. Too few: undecided.
 */
export function judgeLooks(
  taken: readonly LookTaken[],
  looks: readonly Look[],
  input: JudgeInput,
  judge: Judge,
): Judgement {
  const readings = taken.map(({ reading }) => reading);
  const result = (verdict: Verdict, words: string): Judgement => ({
    verdict,
    sentence: SENTENCES.looked(readings.map(formatReading).join(' / '), words, verdict),
    rulesVersion: RULES_VERSION,
  });
  if (readings.length > looks.length) return result('undecided', LOOK_WORDS.tooMany(looks.length, readings.length));
  const judged = taken.map(({ reading, accepted }, index) => {
    const expectation = looks[index]?.expectation ?? input.expectation;
    const found = judge({ ...input, reading, expectation });
    return accepted === undefined ? found : { ...found, verdict: accepted };
  });
  const inconclusive = judged.find(({ verdict }) => INCONCLUSIVE.has(verdict));
  if (inconclusive)
    return { ...inconclusive, sentence: `${readings.map(formatReading).join(' / ')}: ${inconclusive.sentence}` };
  if (readings.length < looks.length)
    return {
      ...result('undecided', LOOK_WORDS.tooFew(readings.length, looks.length)),
      waysToDecide: ['take the looks that are missing'],
    };
  const isRight = judged.map(({ verdict }) => verdict === 'within');
  const rounds = looks.length / 2;
  const followed = Array.from(
    { length: rounds },
    (_each, round) => isRight[2 * round] && isRight[2 * round + 1],
  ).filter(Boolean).length;
  if (followed === rounds) return result('within', LOOK_WORDS.followed(followed, rounds));
  const before = isRight.filter((_right, index) => index % 2 === 0);
  const during = isRight.filter((_right, index) => index % 2 === 1);
  if (before.every((right) => !right) && during.every(Boolean)) return result('steady', LOOK_WORDS.wasSoBefore());
  if (before.every(Boolean) && during.every((right) => !right)) return result('steady', LOOK_WORDS.neverChanged());
  return result('mixed', LOOK_WORDS.followed(followed, rounds));
}
