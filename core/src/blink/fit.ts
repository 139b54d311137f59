import { align, type Alignment, type Beat, type GapKind, type Press, type Tempo } from './align';
import type { FlashSign } from './flash-sign';
import { intervalsOf, mean } from './statistics';

/**
 * Standard deviation of an interval as a part of the flash gap: that of an ordinary hand, 15 % at both ends and a little
 * more, counts as so many intervals beside those that were tapped; and no hand is surer or worse than these.
 */
const HAND_SPREAD = { usual: 0.15 * Math.SQRT2 * 1.15, counts: 3, least: 0.06, most: 0.45 } as const;
/** An interval farther off than so many deviations is a slip, and says nothing of the hand. */
const SLIP = 3;
/**
 * A pause between counts is at least so many flash gaps, the long one so many of those between counts, and the pause after
 * a single count so many flash gaps.
 */
const LEAST_DIGIT = 1.3;
const LEAST_REPEAT = 1.35;
const LEAST_PAUSE = 1.6;
/** Whoever makes a lamp to be counted makes its pauses plain: how many times the shorter gap, and the spread of its logarithm. */
export const USUAL_RATIOS = { digit: 2.4, repeat: 2, single: 4.5, spread: 0.35 } as const;

/** A sign aligned with the presses, its gaps fitted to them. */
export interface Fit {
  readonly sign: FlashSign;
  readonly round: readonly Beat[];
  readonly tempo: Tempo;
  /** Standard deviation of an interval, milliseconds: what this hand does if this is the sign. */
  readonly spread: number;
  readonly alignment: Alignment;
  readonly score: number;
}

/** Fits the gaps to the taps and aligns again, until it settles. */
export function fitted(taps: readonly Press[], start: Pick<Fit, 'sign' | 'round' | 'tempo'>): Fit {
  const { sign, round } = start;
  let tempo = start.tempo;
  let spread = tempo.flash * 0.3;
  let alignment = align(taps, round, tempo, spread);
  for (let turn = 0; turn < 3; turn += 1) {
    tempo = refitted(taps, round, alignment, tempo);
    spread = spreadOfHand(taps, round, alignment, tempo, spread);
    alignment = align(taps, round, tempo, spread);
  }
  return { sign, round, tempo, spread, alignment, score: alignment.score };
}

/** How far this hand is off, from its own intervals: a sure one tells a short pause, an unsure one cannot. */
function spreadOfHand(
  taps: readonly Press[],
  round: readonly Beat[],
  { moves, beats }: Alignment,
  tempo: Tempo,
  before: number,
): number {
  const held = round.reduce((sum, { holds }) => sum + holds, 0) / round.length;
  const period = tempo.flash + held;
  const off = intervalsOf(taps).flatMap((interval, index) => {
    const beat = round[beats[index] ?? 0];
    const error = beat ? Math.abs(interval - beat.holds - tempo[beat.gap]) : Infinity;
    return moves[index] === 1 && error < SLIP * before ? [error ** 2] : [];
  });
  const usual = HAND_SPREAD.counts * (HAND_SPREAD.usual * period) ** 2;
  const variance = (off.reduce((sum, each) => sum + each, 0) + usual) / (off.length + HAND_SPREAD.counts);
  const part = Math.sqrt(variance) / period;
  return Math.max(15, period * Math.min(HAND_SPREAD.most, Math.max(HAND_SPREAD.least, part)));
}

function refitted(taps: readonly Press[], round: readonly Beat[], { moves, beats }: Alignment, before: Tempo): Tempo {
  const found: Record<GapKind, number[]> = { flash: [], digit: [], repeat: [] };
  intervalsOf(taps).forEach((interval, index) => {
    const beat = round[beats[index] ?? 0];
    if (beat && moves[index] === 1) found[beat.gap].push(interval - beat.holds);
  });
  const has = (gap: GapKind): boolean => round.some((beat) => beat.gap === gap);
  const of = (gap: GapKind): number => (found[gap].length > 0 ? mean(found[gap]) : before[gap]);
  const repeat = of('repeat');
  const digit = has('digit') ? of('digit') : repeat / 2;
  // With no flash gap to be seen (1+1) the hand's error is taken from the pause.
  const flash = has('flash') ? of('flash') : digit / USUAL_RATIOS.digit;
  const wide = Math.max(digit, LEAST_DIGIT * flash);
  return { flash, digit: wide, repeat: Math.max(repeat, has('digit') ? LEAST_REPEAT * wide : LEAST_PAUSE * flash) };
}
