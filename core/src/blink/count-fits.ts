import { align, type Beat, type Press, type Tempo } from './align';
import { fitted, type Fit } from './fit';
import { MOST_FLASHES, type FlashSign } from './flash-sign';
import { intervalsOf, quantile } from './statistics';

/** Largest count in a family of two. */
export const MOST_IN_FAMILY = 9;
/** Candidates that are fitted in full. */
const SHORT_LIST = 6;
/** A pause between counts that is only just one, in flash gaps. */
const TIGHT_DIGIT = 1.5;
/** How often the counts beside the best one are tried. */
const MOST_CLIMBS = 3;

/** Even flashes, single counts and families, those that may be what was tapped. */
export function countFits(taps: readonly Press[]): readonly Fit[] {
  const starts = tempoGuesses(taps);
  // More flashes a round than were tapped cannot be told yet.
  const possible = countRounds().filter(({ round }) => round.length <= taps.length);
  const rough = possible.flatMap(({ sign, round }) =>
    starts.map((tempo) => ({ sign, round, tempo, score: align(taps, round, tempo, tempo.flash * 0.35).score })),
  );
  rough.sort((a, b) => b.score - a.score);
  const kept = rough.filter((each, index) => rough.findIndex(({ sign }) => sign === each.sign) === index);
  // Single counts are always heard: a guess of the gap that is a little off would drop the right one early.
  const isHeard = ({ sign }: Pick<Fit, 'sign'>, index: number): boolean =>
    index < SHORT_LIST || (sign.kind === 'blinks' && sign.counts.length === 1);
  return climbed(
    taps,
    kept.filter(isHeard).map((each) => fitted(taps, each)),
  );
}

/** Tries the counts next to the best one with the gaps it found, as long as that helps. */
function climbed(taps: readonly Press[], first: readonly Fit[]): readonly Fit[] {
  const fits = new Map(first.map((fit) => [fit.sign, fit]));
  const tried = new Set<FlashSign>();
  for (let turn = 0; turn < MOST_CLIMBS; turn += 1) {
    const best = [...fits.values()].reduce((top, fit) => (fit.score > top.score ? fit : top));
    if (tried.has(best.sign)) break;
    tried.add(best.sign);
    for (const { sign, round } of countRounds()) {
      if (fits.has(sign) || !isNextTo(sign, best.sign)) continue;
      fits.set(sign, fitted(taps, { sign, round, tempo: best.tempo }));
    }
  }
  for (const { sign, round } of countRounds()) {
    const best = [...fits.values()].reduce((top, fit) => (fit.score > top.score ? fit : top));
    if (fits.has(sign) || !isOfSameSum(sign, best.sign)) continue;
    fits.set(sign, fitted(taps, { sign, round, tempo: tightTempo(best) }));
  }
  return [...fits.values()];
}

/** A count and the families that add up to it are told apart by one short pause alone: all of them stay to the end. */
function isOfSameSum(one: FlashSign, other: FlashSign): boolean {
  return one.kind === 'blinks' && other.kind === 'blinks' && sumOf(one.counts) === sumOf(other.counts);
}

function sumOf(counts: readonly number[]): number {
  return counts.reduce((sum, each) => sum + each, 0);
}

/** As the best fit, with a pause between counts that is only just one. */
function tightTempo({ tempo, sign }: Fit): Tempo {
  const isSingle = sign.kind === 'blinks' && sign.counts.length === 1;
  return isSingle ? { ...tempo, digit: TIGHT_DIGIT * tempo.flash } : tempo;
}

function isNextTo(one: FlashSign, other: FlashSign): boolean {
  if (one.kind !== 'blinks' || other.kind !== 'blinks' || one.counts.length !== other.counts.length) return false;
  return one.counts.every((count, index) => Math.abs(count - (other.counts[index] ?? 0)) <= 1);
}

let allRounds: readonly { readonly sign: FlashSign; readonly round: readonly Beat[] }[] | undefined;

function countRounds(): NonNullable<typeof allRounds> {
  if (allRounds) return allRounds;
  const singles = Array.from({ length: MOST_FLASHES - 1 }, (_, index) => [index + 2]);
  const few = Array.from({ length: MOST_IN_FAMILY }, (_, index) => index + 1);
  const families = few.flatMap((first) => few.map((second) => [first, second]));
  const counted = [...singles, ...families].map((counts) => ({
    sign: { kind: 'blinks', counts } as const,
    round: roundOf(counts),
  }));
  // One flash that repeats has no pause to count by: what it is its rate tells.
  allRounds = [{ sign: { kind: 'blinks', counts: [1] }, round: [{ holds: 0, gap: 'flash' }] }, ...counted];
  return allRounds;
}

function roundOf(counts: readonly number[]): readonly Beat[] {
  return counts.flatMap((count, index) =>
    Array.from({ length: count }, (_, place): Beat => {
      const isLast = place === count - 1;
      return { holds: 0, gap: !isLast ? 'flash' : index < counts.length - 1 ? 'digit' : 'repeat' };
    }),
  );
}

/** Gaps to begin with: the short intervals are flashes; even ones may be pauses themselves. */
function tempoGuesses(taps: readonly Press[]): readonly Tempo[] {
  const intervals = intervalsOf(taps).sort((a, b) => a - b);
  const low = quantile(intervals, 0.25);
  // Hits that came twice are not flashes.
  const single = intervals.filter((each) => each > 0.55 * low);
  const flash = quantile(single, 0.3);
  const long = quantile(single, 0.97);
  const pauses = single.filter((each) => each > 1.75 * flash);
  const digit = pauses.length > 0 ? quantile(pauses, 0.25) : 2.2 * flash;
  return [
    { flash, digit: TIGHT_DIGIT * flash, repeat: Math.max(long, 2 * flash) },
    { flash, digit: Math.min(digit, 0.7 * long), repeat: Math.max(long, 1.6 * flash) },
    { flash: flash / 2.2, digit: flash, repeat: Math.max(long, 1.5 * flash) },
  ];
}
