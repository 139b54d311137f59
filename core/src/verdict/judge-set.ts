import type { ResolvedExpectation } from '../expectation';
import type { MeasurementFunction, Reading } from '../quantity';
import { judge } from './judge';
import { judgeBalance } from './judge-balance';
import { judgeLooks } from './judge-looks';
import type { JudgeInput, Judgement } from './judgement';
import type { JudgementNote } from './judgement-note';
import { INCONCLUSIVE, type Verdict } from './verdict';
import { SENTENCES } from './words';

/** One part of a set, read and judged. */
export interface SetMember {
  readonly id: string;
  readonly name: string;
  readonly function: MeasurementFunction;
  /** Missing when someone passed a judgement and kept no figure. */
  readonly reading?: Reading;
  readonly verdict: Verdict;
  /** Too close to call, and taken for that verdict by somebody's decision. */
  readonly isAccepted?: boolean;
  readonly sentence?: string;
}

/** Names of patterns to the verdict each part has to have; parts not named may be as they are. */
export type Patterns = Readonly<Record<string, Readonly<Record<string, string>>>>;

/** What a set comes to. */
export interface JointJudgement {
  readonly verdict: Verdict;
  /** The pattern the parts make; it leads on by its own name. */
  readonly pattern?: string;
  /** Of a chain: the elements and wires that may be to blame, and those that conduct whatever else is wrong. */
  readonly left?: readonly string[];
  readonly conducts?: readonly string[];
  readonly sentence: string;
  readonly waysToDecide?: readonly string[];
  readonly notes?: readonly JudgementNote[];
}

/**
 * Judges the parts together: a named pattern first; within when all are; the common verdict when all agree; else mixed.
 * A joint expectation (balanced, follows) goes before the agreement of the parts.
 */
export function judgeSet(
  members: readonly SetMember[],
  patterns: Patterns = {},
  joint?: ResolvedExpectation,
  input?: Pick<JudgeInput, 'meter' | 'leads'>,
): JointJudgement {
  const words = members.map(SENTENCES.ofPart).join(', ');
  const pattern = Object.entries(patterns).find(([, wanted]) => matches(members, wanted))?.[0];
  const whole = joint && jointOf(members, joint, input);
  if (pattern !== undefined) {
    const verdict = whole?.verdict ?? agreed(members);
    return { verdict, pattern, sentence: SENTENCES.together(words, pattern) };
  }
  if (whole) {
    const { verdict, sentence, waysToDecide, notes } = whole;
    return { verdict, sentence, ...(waysToDecide ? { waysToDecide } : {}), ...(notes ? { notes } : {}) };
  }
  const verdict = agreed(members);
  const inconclusive = members.find((member) => INCONCLUSIVE.has(member.verdict));
  const because = inconclusive?.verdict === verdict ? (inconclusive.sentence ?? '') : '';
  return { verdict, sentence: wholeSentence(words, members, verdict, because) };
}

function wholeSentence(words: string, members: readonly SetMember[], verdict: Verdict, because: string): string {
  if (verdict === 'mixed') return SENTENCES.theyDisagree(words);
  const agree = members.every((member) => member.verdict === verdict);
  if (!agree) return SENTENCES.asAWhole(words, verdict, because);
  return `${SENTENCES.allAgree(words, verdict)}${because === '' ? '' : ` ${because}`}`;
}

function agreed(members: readonly SetMember[]): Verdict {
  const [first] = members;
  if (!first) return 'unjudged';
  const inconclusive = members.find(({ verdict }) => INCONCLUSIVE.has(verdict));
  if (inconclusive) return inconclusive.verdict;
  return members.every(({ verdict }) => verdict === first.verdict) ? first.verdict : 'mixed';
}

function jointOf(
  members: readonly SetMember[],
  expectation: ResolvedExpectation,
  input: Pick<JudgeInput, 'meter' | 'leads'> = {},
): Judgement | undefined {
  const read = members.flatMap(({ reading, function: measured, isAccepted, verdict }) =>
    reading && reading.kind !== 'list'
      ? [{ reading, function: measured, ...(isAccepted ? { accepted: verdict } : {}) }]
      : [],
  );
  const [first] = read;
  if (!first || read.length < members.length) return undefined;
  const all: JudgeInput = {
    ...input,
    reading: { kind: 'list', members: read.map(({ reading }) => reading) },
    function: first.function,
    expectation,
  };
  if (expectation.balance) return judgeBalance(read, expectation.balance, all, judge);
  if (expectation.looks) return judgeLooks(read, expectation.looks, all, judge);
  return undefined;
}

function matches(members: readonly SetMember[], wanted: Readonly<Record<string, string>>): boolean {
  return Object.entries(wanted).every(([id, words]) => {
    const member = members.find((each) => each.id === id);
    return member !== undefined && isWanted(member.verdict, words);
  });
}

/** Whether a verdict is one a pattern wants of a part, several joined by "or". */
export function isWanted(verdict: Verdict, words: string): boolean {
  return wantedWords(words).some((word) => isVerdict(verdict, word));
}

/** The verdicts a pattern names for a part. */
export function wantedWords(words: string): readonly string[] {
  return words.split(' or ');
}

/** `low` is also met by nothing at all and by a part of it; `high` also by open. */
function isVerdict(verdict: Verdict, wanted: string): boolean {
  if (verdict === wanted) return true;
  if (wanted === 'low') return verdict === 'absent' || verdict === 'partial' || verdict === 'shorted';
  return wanted === 'high' && verdict === 'open';
}
