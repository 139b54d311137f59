import type { JointJudgement, SetMember } from './judge-set';
import type { Verdict } from './verdict';
import { SENTENCES } from './words';

/**
 * What keeps a board without power, the worst first: a short, less than there should be, a reading that says nothing yet,
 * nothing seen of a load that should be there.
 */
const WORST_FIRST: readonly (readonly Verdict[])[] = [
  ['shorted'],
  ['low', 'absent', 'partial'],
  ['invalid'],
  ['unjudged', 'undecided', 'unsteady', 'mixed', 'reversed'],
  ['open', 'high'],
];

/** What plugs into a board, read part by part: the whole is as bad as its worst part, never a mixture. */
export function judgeClearance(members: readonly SetMember[]): JointJudgement {
  const words = members.map(SENTENCES.ofPart).join(', ');
  for (const rank of WORST_FIRST) {
    const worst = members.find(({ verdict }) => rank.includes(verdict));
    if (worst) return { verdict: worst.verdict, sentence: SENTENCES.worstPart(words, worst.name, worst.verdict) };
  }
  return { verdict: 'within', sentence: SENTENCES.allAgree(words, 'within') };
}
