import { DocumentError } from '../quantity';

/** What a meter is built to be connected to (measurement categories of IEC 61010-2-033). */
export interface MeterRating {
  /** 2 to 4. */
  readonly category: number;
  readonly volts: number;
}

const CATEGORIES: Readonly<Record<string, number>> = { II: 2, III: 3, IV: 4 };
const RATING = /CAT (IV|III|II) (\d{2,4}) V/g;
const ACCEPTED = ['CAT III 600 V', 'CAT III 600 V, CAT II 1000 V'];

/** Reads "CAT III 600 V, CAT II 1000 V". @throws DocumentError when there is no rating in it. */
export function readRatings(text: string): readonly MeterRating[] {
  const ratings = [...text.matchAll(RATING)].map(([, roman = '', volts]) => ({
    category: CATEGORIES[roman] ?? 2,
    volts: Number(volts),
  }));
  if (ratings.length === 0) throw new DocumentError('category', `"${text}" is no measurement category.`, ACCEPTED);
  return ratings;
}

/**
 * The category of a supply, 2 to 4, from "CAT III"; undefined for one behind a transformer.
 *
 * @example categoryNumber('CAT III 600 V') // 3
 */
export function categoryNumber(text: string | undefined): number | undefined {
  const roman = /CAT (IV|III|II)/.exec(text ?? '')?.[1];
  return roman === undefined ? undefined : CATEGORIES[roman];
}

/** Most volts a meter may be connected to in this category; 0 where it may not be at all. */
export function mostVolts(ratings: readonly MeterRating[], category = 2): number {
  return Math.max(0, ...ratings.filter((rating) => rating.category >= category).map(({ volts }) => volts));
}
