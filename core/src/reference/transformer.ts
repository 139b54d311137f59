import { ratedAmps } from './load';

/**
 * Fuse ratings one can buy, amps: the R10 steps of IEC 60127 and IEC 60269 with the 3 A and 5 A of control circuits (from
 * memory).
 */
export const FUSE_RATINGS = [
  ...[0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3, 3.15, 4, 5, 6.3, 8],
  ...[10, 12, 16, 20, 25, 32, 40, 50, 63, 80, 100, 125, 160, 200, 250, 315, 400, 500, 630],
] as const;

/** From this rated current on less is allowed over it, amps (NFPA 70 table 450.3(B), from memory). */
const LARGE = 9;
/** The most a secondary fuse may be over the rated current, below and from there on. */
const MOST_OF_RATED = { small: 1.67, large: 1.25 } as const;

/** What a transformer gives and what may protect its secondary side. */
export interface TransformerFigures {
  /** Rated secondary amps. */
  readonly amps: number;
  /** Largest fuse rating that still protects it; undefined where the smallest one is too large. */
  readonly fuse: number | undefined;
}

/**
 * Rated current of the secondary side and the largest fuse for it. At 9 A and more the table also allows the next rating
 * above 125 %; the smaller one is named, which protects in any case.
 *
 * @example transformerFigures(80, 24) // {"amps":3.3333333333333335,"fuse":5}
 * @example transformerFigures(500, 24) // {"amps":20.833333333333332,"fuse":25}
 */
export function transformerFigures(voltAmperes: number, volts: number): TransformerFigures {
  const amps = ratedAmps(voltAmperes, volts);
  const most = amps * (amps < LARGE ? MOST_OF_RATED.small : MOST_OF_RATED.large);
  return { amps, fuse: FUSE_RATINGS.findLast((rating) => rating <= most) };
}
