import { align, type Alignment, type Beat, type GapKind, type Press, type Tempo } from './align';
import { isSameSign, MOST_FLASHES, type FlashSign } from './flash-sign';

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

/** What taps in time with a lamp say. */
export interface BlinkReading {
  /** Missing while the taps show no pattern. */
  readonly sign?: FlashSign;
  /** From 0 to 1; never above 0.5 before the second round is complete. */
  readonly confidence: number;
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
/** Largest count in a family of two. */
const MOST_IN_FAMILY = 9;
/** Standard deviation of an interval as a part of the flash gap: 15 % of the hand at both ends, and a little more. */
const HAND_SPREAD = 0.15 * Math.SQRT2 * 1.15;
/** An even flash at least this slow, in milliseconds, is read as one flash and a pause. */
const SINGLE_FLASH_FROM = 1800;
const FAST_UP_TO = 700;
/** How much likelier a sign is for being in the code table. */
const KNOWN_FACTOR = Math.log(25);
/** Candidates that are fitted in full. */
const SHORT_LIST = 6;
/** Milliseconds between two flashes, at least. */
const LEAST_GAP = 60;
/** Flashes of an even lamp that count as a round: fewer may be one round of a count. */
const EVEN_ROUND = 4;
/** How often the counts beside the best one are tried. */
const MOST_CLIMBS = 3;
/** A pause between counts is at least so many flash gaps, and the long one so many of those between counts. */
const LEAST_DIGIT = 1.6;
const LEAST_REPEAT = 1.35;
/** Whoever makes a lamp to be counted makes its pauses plain: how many times the shorter gap, and the spread of its logarithm. */
const USUAL_RATIOS = { digit: 2.4, repeat: 2, single: 4.5, spread: 0.35 } as const;
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
  return told(best, fits, taps);
}

interface Fit {
  readonly sign: FlashSign;
  readonly round: readonly Beat[];
  readonly tempo: Tempo;
  readonly alignment: Alignment;
  readonly score: number;
}

function nothing(taps: number): BlinkReading {
  return { confidence: 0, rounds: 0, others: [], taps: Array<'flash'>(taps).fill('flash'), missed: 0 };
}

/** The usual trade-off between fit and number of parameters (Schwarz, 1978), and what the code table says. */
function withPrior(fit: Fit, taps: number, known: readonly FlashSign[]): Fit {
  const gaps = new Set(fit.round.map(({ gap }) => gap)).size;
  const isKnown = known.some((sign) => isSameSign(sign, fit.sign));
  const score =
    fit.score - 0.5 * gaps * Math.log(taps) + plainness(fit) - commonness(fit.sign) + (isKnown ? KNOWN_FACTOR : 0);
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

function countFits(taps: readonly Press[]): readonly Fit[] {
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
  return [...fits.values()];
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
    { flash, digit: Math.min(digit, 0.7 * long), repeat: Math.max(long, 1.6 * flash) },
    { flash: flash / 2.2, digit: flash, repeat: Math.max(long, 1.5 * flash) },
  ];
}

/** Fits the gaps to the taps and aligns again, until it settles. */
function fitted(taps: readonly Press[], start: Pick<Fit, 'sign' | 'round' | 'tempo'>): Fit {
  const { sign, round } = start;
  let tempo = start.tempo;
  let alignment = align(taps, round, tempo, tempo.flash * 0.3);
  for (let turn = 0; turn < 3; turn += 1) {
    tempo = refitted(taps, round, alignment, tempo);
    alignment = align(taps, round, tempo, spreadOf(tempo, round));
  }
  return { sign, round, tempo, alignment, score: alignment.score };
}

function spreadOf(tempo: Tempo, round: readonly Beat[]): number {
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

interface HoldClasses {
  readonly short: number;
  readonly long: number;
}

/** Presses that are clearly of two lengths; undefined for taps. */
function holdClasses(taps: readonly Press[]): HoldClasses | undefined {
  const held = taps.flatMap(({ down, up }) => (up === undefined ? [] : [up - down])).sort((a, b) => a - b);
  if (held.length < taps.length * 0.9) return undefined;
  const split = bestSplit(held);
  const [short, long] = [mean(held.slice(0, split)), mean(held.slice(split))];
  const isSplit = Math.min(split, held.length - split) >= 2 && long > 1.7 * short;
  return isSplit ? { short, long } : undefined;
}

/** Where sorted values part into two classes with the least spread within (Otsu, 1979). */
function bestSplit(sorted: readonly number[]): number {
  let best = 0;
  let least = Infinity;
  for (let at = 1; at < sorted.length; at += 1) {
    const within = squares(sorted.slice(0, at)) + squares(sorted.slice(at));
    if (within < least) [least, best] = [within, at];
  }
  return best;
}

function squares(values: readonly number[]): number {
  const centre = mean(values);
  return values.reduce((sum, each) => sum + (each - centre) ** 2, 0);
}

/** The groups between long pauses are themselves the candidates: one of three rounds is nearly always whole. */
function patternFits(taps: readonly Press[], { short, long }: HoldClasses): readonly Fit[] {
  const middle = (short + long) / 2;
  const offs = taps.slice(1).map((tap, index) => tap.down - (taps[index]?.up ?? tap.down));
  // A hand that lets go late may leave no gap at all.
  const usual = Math.max(
    LEAST_GAP,
    quantile(
      [...offs].sort((a, b) => a - b),
      0.4,
    ),
  );
  const groups: ('long' | 'short')[][] = [[]];
  taps.forEach((tap, index) => {
    if (index > 0 && (offs[index - 1] ?? 0) > 2.1 * usual) groups.push([]);
    groups.at(-1)?.push((tap.up ?? tap.down) - tap.down > middle ? 'long' : 'short');
  });
  const distinct = new Map(groups.map((flashes) => [flashes.join(' '), flashes]));
  const repeat = quantile(
    offs.filter((each) => each > 2.1 * usual).sort((a, b) => a - b),
    0.5,
  );
  const tempo: Tempo = { flash: usual, digit: usual * 2, repeat: repeat || usual * 4 };
  return [...distinct.values()].slice(0, 30).map((flashes) => {
    const round = flashes.map((flash, index): Beat => ({
      holds: flash === 'long' ? long : short,
      isLong: flash === 'long',
      gap: index === flashes.length - 1 ? 'repeat' : 'flash',
    }));
    return fitted(taps, { sign: { kind: 'pattern', flashes }, round, tempo });
  });
}

/** Score an interval of a fit must reach on average; taps at random stay far below. */
const LEAST_FIT = -1.9;

/** Taps at random are explained by slips alone. */
function isPattern({ alignment, tempo, round }: Fit, taps: readonly Press[]): boolean {
  const slips = alignment.moves.filter((move) => move !== 1).length;
  if (slips > Math.max(2, taps.length * 0.15)) return false;
  const misfits = intervalsOf(taps).map((interval, index) => {
    const beat = round[alignment.beats[index] ?? 0];
    const due = beat ? beat.holds + tempo[beat.gap] : 0;
    // One wild interval is a slip of the hand; all of them are no pattern.
    return alignment.moves[index] === 1 ? Math.min(9, ((interval - due) / spreadOf(tempo, round)) ** 2) : 0;
  });
  return -0.5 * mean(misfits) > LEAST_FIT;
}

function told(best: Fit, fits: readonly Fit[], taps: readonly Press[]): BlinkReading {
  const { alignment, round } = best;
  const weights = fits.map((fit) => Math.exp(fit.score - best.score));
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const walked = alignment.moves.reduce((total, move) => total + move, 1);
  const rounds = Math.floor(walked / Math.max(round.length, EVEN_ROUND));
  const share = 1 / sum;
  const evens = evenSign(best);
  const others = fits
    .map((fit, index) => ({ sign: evenSign(fit), probability: (weights[index] ?? 0) / sum }))
    .filter((each) => !isSameSign(each.sign, evens) && each.probability > 0.01)
    .sort((a, b) => b.probability - a.probability)
    .slice(0, 3);
  return {
    sign: evens,
    confidence: rounds >= 2 ? share : Math.min(share, 0.5),
    rounds,
    others,
    taps: taps.map((_, index) => tapWord(alignment, round, index)),
    missed: alignment.moves.reduce((total, move) => total + Math.max(0, move - 1), 0),
  };
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

function intervalsOf(taps: readonly Press[]): number[] {
  return taps.slice(1).map((tap, index) => tap.down - (taps[index]?.down ?? 0));
}

function mean(values: readonly number[]): number {
  return values.length === 0 ? 0 : values.reduce((sum, each) => sum + each, 0) / values.length;
}

function quantile(sorted: readonly number[], part: number): number {
  return sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
}
