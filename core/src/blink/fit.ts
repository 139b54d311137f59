import { align, type Alignment, type Beat, type GapKind, type Press, type Tempo } from './align';
import type { FlashSign } from './flash-sign';
import { intervalsOf, mean } from './statistics';

/** Standard deviation of an interval as a part of the flash gap: 15 % of the hand at both ends, and a little more. */
const HAND_SPREAD = 0.15 * Math.SQRT2 * 1.15;
/** A pause between counts is at least so many flash gaps, and the long one so many of those between counts. */
const LEAST_DIGIT = 1.6;
const LEAST_REPEAT = 1.35;
/** Whoever makes a lamp to be counted makes its pauses plain: how many times the shorter gap, and the spread of its logarithm. */
export const USUAL_RATIOS = { digit: 2.4, repeat: 2, single: 4.5, spread: 0.35 } as const;

/** A sign aligned with the presses, its gaps fitted to them. */
export interface Fit {
  readonly sign: FlashSign;
  readonly round: readonly Beat[];
  readonly tempo: Tempo;
  readonly alignment: Alignment;
  readonly score: number;
}

/** Fits the gaps to the taps and aligns again, until it settles. */
export function fitted(taps: readonly Press[], start: Pick<Fit, 'sign' | 'round' | 'tempo'>): Fit {
  const { sign, round } = start;
  let tempo = start.tempo;
  let alignment = align(taps, round, tempo, tempo.flash * 0.3);
  for (let turn = 0; turn < 3; turn += 1) {
    tempo = refitted(taps, round, alignment, tempo);
    alignment = align(taps, round, tempo, spreadOf(tempo, round));
  }
  return { sign, round, tempo, alignment, score: alignment.score };
}

export function spreadOf(tempo: Tempo, round: readonly Beat[]): number {
  const held = round.reduce((sum, { holds }) => sum + holds, 0) / round.length;
  return Math.max((tempo.flash + held) * HAND_SPREAD, 15);
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
  return { flash, digit: wide, repeat: Math.max(repeat, has('digit') ? LEAST_REPEAT * wide : LEAST_DIGIT * flash) };
}
