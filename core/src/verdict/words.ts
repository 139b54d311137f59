import { formatReading, type Reading } from '../quantity';
import type { Verdict } from './verdict';

/** What the words of a comparison are made of, every figure written out as a person reads it. */
export interface ComparisonFacts {
  /** "20 V" and "28 V"; empty where there is no such limit. */
  readonly low: string;
  readonly high: string;
  /** What it would be if present: "24 V". */
  readonly of: string;
  /** Which part of that it is: "3 %"; empty where it cannot be told. */
  readonly part: string;
  readonly absentBelow: string;
  readonly partialBelow: string;
  /** The limits its interval straddles: "20 V". */
  readonly straddled: string;
  /** Of what moved only one end lies outside. */
  readonly isOneEnd: boolean;
  /** It is on the other side of zero than figures are written: the probes sit the other way round. */
  readonly isOtherWay: boolean;
  /** "83 %"; empty where it is not known. */
  readonly likelyInside: string;
}

export interface VerdictWording {
  /** What it is called, wherever it is shown. */
  readonly word: string;
  /** What it means at most, in a colleague's words. */
  readonly meaning: string;
  /** How it follows from the figures. */
  readonly relation: (facts: ComparisonFacts) => string;
}

const notCompared = (): string => 'No comparison is possible';
const thatIs = ({ part, of }: ComparisonFacts, otherwise: string): string =>
  part === '' ? otherwise : ` That is ${part} of ${of}`;

/** Everything that is said of a verdict by its name: a change of wording is made here and nowhere else. */
export const VERDICT_WORDS: Readonly<Record<Verdict, VerdictWording>> = {
  invalid: {
    word: 'invalid',
    meaning: 'Not taken under the conditions it needs, so it says nothing.',
    relation: notCompared,
  },
  unjudged: {
    word: 'unjudged',
    meaning: 'No expected value is known, so it is kept and not judged.',
    relation: notCompared,
  },
  reversed: {
    word: 'reversed',
    meaning: 'It has the other sign: turn the probes and read again. Nothing is accused by it.',
    relation: () => 'All of it is on the other side of zero',
  },
  unsteady: {
    word: 'unsteady',
    meaning: 'It moves although it should stand still.',
    relation: () => 'A steady value was expected',
  },
  steady: { word: 'steady', meaning: 'It stands still although it should move.', relation: notCompared },
  mixed: { word: 'mixed', meaning: 'The looks disagree with each other.', relation: notCompared },
  unbalanced: { word: 'unbalanced', meaning: 'They are not alike.', relation: notCompared },
  open: {
    word: 'open',
    meaning: 'No path between the two points.',
    relation: () => 'Over range where a path should be',
  },
  shorted: {
    word: 'shorted',
    meaning: 'The two points are joined.',
    relation: () => 'No more than the leads and their uncertainty',
  },
  within: {
    word: 'within',
    meaning: 'As it should be, meter uncertainty included.',
    relation: () => 'All of it is inside',
  },
  undecided: {
    word: 'undecided',
    meaning: 'The meter cannot tell on which side of the limit it is.',
    relation: ({ straddled, likelyInside }) =>
      `It straddles ${straddled}${likelyInside === '' ? '' : `, ${likelyInside} likely inside`}`,
  },
  absent: {
    word: 'absent',
    meaning: 'Nothing there.',
    relation: ({ absentBelow, of }) => `All of it is under ${absentBelow} of ${of}`,
  },
  partial: {
    word: 'partial',
    meaning: 'Something is there but too little: think stray voltage or a load in series.',
    relation: (facts) => `${thatIs(facts, '').trim()}, outside the band and under ${facts.partialBelow}`,
  },
  low: {
    word: 'low',
    meaning: 'Less than it should be.',
    relation: (facts) =>
      `${facts.isOneEnd ? 'Its lowest is' : 'All of it is'} below ${facts.low}.${thatIs(facts, ' Too little')}`,
  },
  high: {
    word: 'high',
    meaning: 'More than it should be.',
    relation: (facts) =>
      facts.isOtherWay
        ? `All of it is more than ${facts.high}, the other way round.${thatIs(facts, ' Too much')}`
        : `${facts.isOneEnd ? 'Its highest is' : 'All of it is'} above ${facts.high}.${thatIs(facts, ' Too much')}`,
  },
};

/** What a verdict is called. */
export function verdictWord(verdict: Verdict): string {
  return VERDICT_WORDS[verdict].word;
}

const times = (count: number): string => (count === 1 ? 'once' : `${count} times`);

/** Why a verdict is what it is, where the figures alone do not say it; in place of the relation. */
export const REASONS = {
  guessed: (from: string) => `It fits somewhere in what was guessed (${from}); read that and it can be judged`,
  droppedOut: (count: number) => `It dropped out ${times(count)}`,
  droppedOutIn: (count: number, time: string) => `It dropped out ${times(count)} in ${time}`,
  hardlyMoved: (by: string, atLeast: string) => `It moved by ${by}, at least ${atLeast} was expected`,
  movedTooFar: (by: string, atMost: string) => `It moved by ${by}, no more than ${atMost} was expected`,
  notSaidHowFar: () => 'How far it moves is not said: type the lowest and the highest it shows',
  onceIsNotForLong: (asked: string) => `One look says nothing of the time; ${asked} are asked for`,
  notLongEnough: (held: string, asked: string) => `Held ${held} so far; ${asked} are asked for`,
} as const;

/** What is said after the comparison: what it does not prove, what else it fits, what it may be. */
export const AFTERWORDS = {
  fitsElsewhere: (what: string) => ` It fits ${what}.`,
  noStrayLoaded: () => ' Read in low-impedance mode, so it is no stray voltage: think of a load in series.',
  mayBeStray: (lead: string, span: string) => ` ${lead} may show ${span} on this meter and drive nothing.`,
  strayUntilLoaded: () => ' Stray, until a load says otherwise.',
  aliveUntilLoaded: () => ' It counts as alive until low-impedance mode or a load shows that nothing stands behind it.',
  noStrayHeld: () => ' Both points are held by the supply or the earth, so it is no stray voltage.',
  moreThanStray: (lead: string, span: string) =>
    ` ${lead} would show ${span} at most: more than that is a load or a bad joint in series.`,
} as const;

/** Whole sentences where there is no single comparison to tell. */
export const SENTENCES = {
  compared: (measured: string, rule: string, relation: string, verdict: Verdict) =>
    `${measured}; should be ${rule}. ${relation}: ${verdictWord(verdict)}.`,
  doesNotCount: (typed: string, reasons: readonly string[]) => `${typed} does not count: ${reasons.join('; ')}.`,
  keptUnjudged: (typed: string, what: string) =>
    `${typed} is kept and not judged: what it should be is ${what === '' ? 'not known' : what}.`,
  oneAlone: (typed: string) => `${typed} is kept: one alone is not alike to anything, the others are still to be read.`,
  noDocument: () => 'No document.',
  emptyList: () => 'The list is empty.',
  whicheverIsRight: (sentence: string) => `Whichever document is right: ${sentence}`,
  documentsDiffer: (typed: string, each: readonly { readonly verdict: Verdict; readonly by: string }[]) =>
    `${typed} is ${each.map(({ verdict, by }) => `${verdictWord(verdict)} by ${by}`).join(', ')}. Which of them holds for this unit?`,
  allAgree: (words: string, verdict: Verdict) => `${words}. All agree: ${verdictWord(verdict)}.`,
  theyDisagree: (words: string) => `${words}. They disagree: ${verdictWord('mixed')}.`,
  asAWhole: (words: string, verdict: Verdict, because = '') =>
    `${words}. As a whole: ${verdictWord(verdict)}.${because === '' ? '' : ` ${because}`}`,
  ofPart: ({
    name,
    reading,
    verdict,
    isAccepted,
  }: {
    readonly name: string;
    readonly reading?: Reading;
    readonly verdict: Verdict;
    readonly isAccepted?: boolean;
  }): string => {
    const is = isAccepted ? SENTENCES.takenAs(verdict) : verdictWord(verdict);
    return reading ? `${name} ${formatReading(reading)} ${is}` : `${name} ${is}`;
  },
  worstPart: (words: string, part: string, verdict: Verdict) =>
    `${words}. The worst is ${part}: ${verdictWord(verdict)}.`,
  takenAs: (verdict: Verdict) => `taken as ${verdictWord(verdict)}`,
  together: (words: string, pattern: string) => `${words}. Together: ${pattern.replaceAll('-', ' ')}.`,
  looked: (typed: string, words: string, verdict: Verdict) => `${typed}: ${words}: ${verdictWord(verdict)}.`,
} as const;

/** What several looks in order come to. */
export const LOOK_WORDS = {
  tooMany: (asked: number, taken: number) => `${asked} looks were asked for, ${taken} taken`,
  tooFew: (taken: number, asked: number) => `${taken} of ${asked} looks`,
  followed: (count: number, rounds: number) => `it followed ${count} of ${rounds} times`,
  wasSoBefore: () => 'it was in that state beforehand already and does not change',
  neverChanged: () => 'it never changed, whatever was done',
} as const;

/** Whether members of a set are alike. */
export const BALANCE_WORDS = {
  oneAlone: () => 'one alone is not alike to anything',
  beyondDisplay: () => 'one of them is beyond the display: not alike',
  moving: () => 'one of them does not stand still',
  zeroMean: () => 'their mean is zero',
  compared: (facts: { mean: string; farthest: string; low: string; high: string; allowed: string }, end: string) =>
    `mean ${facts.mean}, the farthest ${facts.farthest} from it (${facts.low} to ${facts.high} with what the meter leaves open), at most ${facts.allowed} allowed: ${end}`,
  alike: 'alike',
  notAlike: 'not alike',
  tooClose: 'too close to tell',
  eachShouldBe: (rule: string, words: string, isAlikeAndWrong: boolean) =>
    ` ${isAlikeAndWrong ? 'Alike, and yet: each' : 'Each'} should be ${rule}: ${words}.`,
} as const;
