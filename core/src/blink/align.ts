/** One flash of a round as a hand follows it: how long it is held lit, and which gap leads to the next. */
export interface Beat {
  /** Milliseconds it stays lit, where that tells flashes apart; 0 where only counts matter. */
  readonly holds: number;
  readonly gap: GapKind;
  readonly isLong?: boolean;
}

export type GapKind = 'flash' | 'digit' | 'repeat';
/** Milliseconds of each gap. */
export type Tempo = Readonly<Record<GapKind, number>>;

/** A press of the hand, in milliseconds. */
export interface Press {
  readonly down: number;
  readonly up?: number;
}

export interface Alignment {
  /** Natural logarithm of the likelihood of the presses. */
  readonly score: number;
  /** For every interval between presses, how many beats it moved on: 1 as a rule, 0 for a press too many, 2 for one missed. */
  readonly moves: readonly number[];
  /** Beat of every press. */
  readonly beats: readonly number[];
}

/** Chance that the hand misses a flash, or hits twice; larger than a practised hand's, so that one slip never decides. */
const MISSED = 0.02;
const DOUBLED = 0.02;
const LOG_MOVES = [Math.log(DOUBLED), Math.log(1 - MISSED - DOUBLED), Math.log(MISSED), Math.log(MISSED * MISSED)];
/** A second hit comes within this part of the flash gap. */
const DOUBLE_WITHIN = 0.6;
/** Some intervals fit nothing: a sneeze. Two in a thousand, anywhere within twenty deviations. */
const LOG_STRAY = Math.log(0.002 / 20);
const LOG_ROOT = -0.5 * Math.log(2 * Math.PI);

/**
 * The likeliest way the presses follow a round that repeats (Viterbi, 1967), whatever beat they begin at.
 *
 * @param spread standard deviation of an interval, milliseconds.
 */
export function align(presses: readonly Press[], round: readonly Beat[], tempo: Tempo, spread: number): Alignment {
  const size = round.length;
  const leads = leadTimes(round, tempo);
  let scores = Float64Array.from(round, (beat) => holdScore(presses[0], beat, round) - Math.log(size));
  const from: Uint8Array[] = [];
  for (let index = 1; index < presses.length; index += 1) {
    const interval = (presses[index]?.down ?? 0) - (presses[index - 1]?.down ?? 0);
    const next = new Float64Array(size).fill(-Infinity);
    const moved = new Uint8Array(size);
    for (let beat = 0; beat < size; beat += 1) {
      for (let move = 0; move < LOG_MOVES.length; move += 1) {
        const before = (((beat - move) % size) + size) % size;
        const fits =
          move === 0
            ? doubleScore(interval, tempo.flash)
            : gaussian(interval, (leads[before] ?? [])[move - 1] ?? 0, spread);
        const score = (scores[before] ?? 0) + (LOG_MOVES[move] ?? 0) + fits;
        if (score <= (next[beat] ?? 0)) continue;
        next[beat] = score;
        moved[beat] = move;
      }
      next[beat] = (next[beat] ?? 0) + holdScore(presses[index], round[beat], round);
    }
    from.push(moved);
    scores = next;
  }
  return traced(scores, from, size);
}

/** Time from each beat to the one, two or three beats on. */
function leadTimes(round: readonly Beat[], tempo: Tempo): readonly (readonly number[])[] {
  return round.map((_, at) => {
    let sum = 0;
    return [0, 1, 2].map((ahead) => {
      const beat = round[(at + ahead) % round.length];
      sum += beat ? beat.holds + tempo[beat.gap] : 0;
      return sum;
    });
  });
}

/** Logarithm of the density; an interval that fits nothing costs no more than a stray one. */
function gaussian(value: number, mean: number, deviation: number): number {
  const z = (value - mean) / deviation;
  const scale = -Math.log(deviation);
  return scale + Math.max(LOG_ROOT - 0.5 * z * z, LOG_STRAY);
}

function doubleScore(interval: number, flash: number): number {
  const within = DOUBLE_WITHIN * flash;
  return interval <= within ? -Math.log(within) : -Math.log(within) - 4 * (interval / within);
}

/** How well a held press fits a long or a short beat; relative to the two lengths of the round. */
function holdScore(press: Press | undefined, beat: Beat | undefined, round: readonly Beat[]): number {
  if (press?.up === undefined || beat?.isLong === undefined) return 0;
  const long = Math.max(...round.map(({ holds }) => holds));
  const short = Math.min(...round.map(({ holds }) => holds));
  const spread = Math.max(0.25 * beat.holds, 0.15 * (long - short), 20);
  const z = (press.up - press.down - beat.holds) / spread;
  return Math.max(-0.5 * z * z, -4);
}

function traced(scores: Float64Array, from: readonly Uint8Array[], size: number): Alignment {
  let beat = 0;
  for (let each = 1; each < size; each += 1) if ((scores[each] ?? 0) > (scores[beat] ?? 0)) beat = each;
  const score = scores[beat] ?? -Infinity;
  const moves: number[] = [];
  const beats = [beat];
  for (let index = from.length - 1; index >= 0; index -= 1) {
    const move = from[index]?.[beat] ?? 1;
    beat = (((beat - move) % size) + size) % size;
    moves.push(move);
    beats.push(beat);
  }
  return { score, moves: moves.reverse(), beats: beats.reverse() };
}
