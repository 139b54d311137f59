import type { Alignment, Beat, GapKind, Press } from './align';
import { countFits, MOST_IN_FAMILY } from './count-fits';
import { USUAL_RATIOS, type Fit } from './fit';
import { isSameSign, MOST_FLASHES, type FlashSign } from './flash-sign';
import { holdClasses, patternFits } from './pattern-fits';
import { intervalsOf, mean } from './statistics';

export interface BlinkOptions {
  /** The signs of the code table at hand: what is in it is likelier than what is not. */
  readonly known?: readonly FlashSign[];
  /** The hand held on while the lamp was lit, so that long and short flashes can be told apart. */
  readonly isHeld?: boolean;
}

export interface BlinkCandidate {
  readonly sign: FlashSign;
  /** From 0 to 1, among all signs considered. */
  readonly probability: number;
}

/** Nothing to compare with, a sign the code table does not have, or an even flash that may be the beginning of a count. */
export type BlinkLimit = 'no-table' | 'outside-table' | 'may-be-long';

/** What taps in time with a lamp say. */
export interface BlinkReading {
  /** Missing while the taps show no pattern. */
  readonly sign?: FlashSign;
  /** From 0 to 1; never above 0.5 before the second round is complete. */
  readonly confidence: number;
  /** Why it cannot be surer, however long one goes on; missing where only more rounds are wanted. */
  readonly limit?: BlinkLimit;
  /** Whole rounds followed. */
  readonly rounds: number;
  /** What else it may be, likeliest first. */
  readonly others: readonly BlinkCandidate[];
  /** For every tap: how it was taken. */
  readonly taps: readonly ('flash' | 'doubled' | 'after-pause' | 'after-long-pause')[];
  /** Flashes the hand seems to have missed. */
  readonly missed: number;
}

/** Fewer taps show nothing. */
const LEAST_TAPS = 3;
/** An even flash at least this slow, in milliseconds, is read as one flash and a pause. */
const SINGLE_FLASH_FROM = 1800;
const FAST_UP_TO = 700;
/** How much likelier a sign is for being in the code table. */
const KNOWN_FACTOR = Math.log(25);
/** Flashes of an even lamp that count as a round: fewer may be one round of a count. */
const EVEN_ROUND = 4;
/** Gaps people can count by, in milliseconds, and the spread of their logarithms. */
const USUAL_GAPS = { flash: 600, digit: 1400, spread: 0.5 } as const;

/**
 * Reads taps in time with a lamp. Every sign is a round of flashes that repeats; the taps are aligned with each of them,
 * allowing for flashes missed and hit twice, the gaps are fitted to the taps, and the likeliest sign is told with its
 * share of the probability.
 */
export function readBlinks(presses: readonly Press[], { known = [], isHeld = false }: BlinkOptions = {}): BlinkReading {
  const taps = [...presses].sort((a, b) => a.down - b.down);
  if (taps.length < LEAST_TAPS) return nothing(taps.length);
  const lengths = isHeld ? holdClasses(taps) : undefined;
  const fits = (lengths ? patternFits(taps, lengths) : countFits(taps)).map((fit) =>
    withPrior(fit, taps.length, known),
  );
  const best = fits.reduce<Fit | undefined>((top, fit) => (top && top.score >= fit.score ? top : fit), undefined);
  if (!best || !isPattern(best, taps)) return nothing(taps.length);
  return told(best, fits, taps, known);
}

function nothing(taps: number): BlinkReading {
  return { confidence: 0, rounds: 0, others: [], taps: Array<'flash'>(taps).fill('flash'), missed: 0 };
}

/** The usual trade-off between fit and number of parameters (Schwarz, 1978), and what the code table says. */
function withPrior(fit: Fit, taps: number, known: readonly FlashSign[]): Fit {
  const gaps = new Set(fit.round.map(({ gap }) => gap)).size;
  const isKnown = known.some((sign) => isSameSign(sign, fit.sign));
  const score =
    fit.score - 0.5 * gaps * Math.log(taps) + plainness(fit) + (isKnown ? KNOWN_FACTOR : -commonness(fit.sign));
  return { ...fit, score };
}

/** Even flashes and single counts are as likely as each other, whatever their number; families are half as common. */
function commonness(sign: FlashSign): number {
  if (sign.kind !== 'blinks') return 0;
  if (sign.counts.length > 1) return Math.log(2 * MOST_IN_FAMILY ** 2);
  return sign.counts[0] === 1 ? 0 : Math.log(MOST_FLASHES - 1);
}

function plainness({ round, tempo }: Fit): number {
  const has = (gap: GapKind): boolean => round.some((beat) => beat.gap === gap);
  const off = (ratio: number, usual: number): number => -0.5 * (Math.log(ratio / usual) / USUAL_RATIOS.spread) ** 2;
  const usual = (gap: 'flash' | 'digit'): number =>
    -0.5 * (Math.log(tempo[gap] / USUAL_GAPS[gap]) / USUAL_GAPS.spread) ** 2;
  if (!has('repeat')) return 0;
  if (!has('digit')) return off(tempo.repeat / tempo.flash, USUAL_RATIOS.single) + usual('flash');
  const first = has('flash') ? off(tempo.digit / tempo.flash, USUAL_RATIOS.digit) + usual('flash') : usual('digit');
  return first + off(tempo.repeat / tempo.digit, USUAL_RATIOS.repeat);
}

/** Taps at random are explained by slips alone. */
/** Score an interval of a fit must reach on average; taps at random stay far below. */
const LEAST_FIT = -1.9;

function isPattern({ alignment, tempo, round, spread }: Fit, taps: readonly Press[]): boolean {
  const slips = alignment.moves.filter((move) => move !== 1).length;
  if (slips > Math.max(2, taps.length * 0.15)) return false;
  const misfits = intervalsOf(taps).map((interval, index) => {
    const beat = round[alignment.beats[index] ?? 0];
    const due = beat ? beat.holds + tempo[beat.gap] : 0;
    // One wild interval is a slip of the hand; all of them are no pattern.
    return alignment.moves[index] === 1 ? Math.min(9, ((interval - due) / spread) ** 2) : 0;
  });
  return -0.5 * mean(misfits) > LEAST_FIT;
}

function told(best: Fit, fits: readonly Fit[], taps: readonly Press[], known: readonly FlashSign[]): BlinkReading {
  const { alignment, round } = best;
  const weights = fits.map((fit) => Math.exp(TEMPERED * (fit.score - best.score)));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const walked = alignment.moves.reduce((total, move) => total + move, 1);
  const rounds = Math.floor(walked / Math.max(round.length, EVEN_ROUND));
  const share = 1 / sum;
  const evens = evenSign(best);
  const limit = limitOf(evens, walked, known);
  const others = fits
    .map((fit, index) => ({ sign: evenSign(fit), probability: (weights[index] ?? 0) / sum }))
    .filter((each) => !isSameSign(each.sign, evens) && each.probability > 0.01)
    .sort((a, b) => b.probability - a.probability)
    .slice(0, 3);
  return {
    sign: evens,
    confidence: Math.min(share, rounds >= 2 ? 1 : UNSURE, limit === undefined ? 1 : MOST_SURE[limit]),
    ...(limit === undefined ? {} : { limit }),
    rounds,
    others,
    taps: taps.map((_, index) => tapWord(alignment, round, index)),
    missed: alignment.moves.reduce((total, move) => total + Math.max(0, move - 1), 0),
  };
}

/** Never told as certain: before the second round, outside the table, or before an even flash can be told from a count. */
const UNSURE = 0.5;
/**
 * Part of the evidence that is believed: taps of one hand err together (it hurries, it tires), so that twice as many are not
 * twice the evidence. Fitted to simulated hands and lamps.
 */
const TEMPERED = 0.5;
/** How sure one can be at most. */
const MOST_SURE: Readonly<Record<BlinkLimit, number>> = {
  'no-table': 0.8,
  'outside-table': UNSURE,
  'may-be-long': UNSURE,
};

/** What keeps one from being sure of a sign after so many flashes, for what the code table has. */
function limitOf(sign: FlashSign, flashes: number, known: readonly FlashSign[]): BlinkLimit | undefined {
  const counts = known.map((each) => (each.kind === 'blinks' ? each.counts.reduce((sum, count) => sum + count, 0) : 0));
  const longest = known.length === 0 ? MOST_FLASHES : Math.max(...counts);
  // What goes on evenly may be the beginning of a long count.
  if (sign.kind === 'rate' && flashes <= longest) return 'may-be-long';
  if (known.length === 0) return 'no-table';
  return known.some((each) => isSameSign(each, sign)) ? undefined : 'outside-table';
}

/** A round of one flash is an even flash: its rate tells, and only a slow one is a count of one. */
function evenSign({ sign, round, tempo }: Fit): FlashSign {
  if (round.length > 1) return sign;
  const period = tempo.flash;
  if (period >= SINGLE_FLASH_FROM) return sign;
  return { kind: 'rate', rate: period <= FAST_UP_TO ? 'fast' : 'slow' };
}

function tapWord({ moves, beats }: Alignment, round: readonly Beat[], index: number): BlinkReading['taps'][number] {
  if (index === 0) return 'flash';
  const move = moves[index - 1] ?? 1;
  if (move === 0) return 'doubled';
  const passed = Array.from(
    { length: move },
    (_, ahead) => round[((beats[index - 1] ?? 0) + ahead) % round.length]?.gap,
  );
  if (passed.includes('repeat')) return 'after-long-pause';
  return passed.includes('digit') ? 'after-pause' : 'flash';
}
