import { ratedAmps } from './load';

/** Fuse ratings one can buy, amps: the R10 steps of IEC 60127 with the 3 A and 5 A of control circuits. */
export const FUSE_RATINGS = [0.5, 0.63, 0.8, 1, 1.25, 1.6, 2, 2.5, 3, 3.15, 4, 5, 6.3, 8, 10, 12.5, 16, 20] as const;

/** Secondary current limit of a fuse: 167 % of the rated current below 9 A (NFPA 70 table 450.3(B), from memory). */
const MOST_OF_RATED = 1.67;

/** What a transformer gives and what may protect its secondary side. */
export interface TransformerFigures {
  /** Rated secondary amps. */
  readonly amps: number;
  /** Largest fuse rating that still protects it; undefined where the smallest one is too large. */
  readonly fuse: number | undefined;
}

/** Rated current of the secondary side and the largest fuse for it. */
export function transformerFigures(voltAmperes: number, volts: number): TransformerFigures {
  const amps = ratedAmps(voltAmperes, volts);
  return { amps, fuse: FUSE_RATINGS.findLast((rating) => rating <= amps * MOST_OF_RATED) };
}
