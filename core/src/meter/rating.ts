import { DocumentError } from '../quantity';

/** What a meter is built to be connected to (measurement categories of IEC 61010-2-033). */
export interface MeterRating {
  /** 2 to 4. */
  readonly category: number;
  readonly volts: number;
}

const CATEGORIES: Readonly<Record<string, number>> = { II: 2, III: 3, IV: 4, '2': 2, '3': 3, '4': 4 };
const ACCEPTED = ['CAT III 600 V', 'CAT III 1000 V / CAT IV 600 V', '600V CAT III'];
/** A category or a voltage, whichever comes next. */
const PART = /cat(?:egory|\.)?\s*-?\s*(iv|iii|ii|[234])(?![a-z\d])|(\d{2,4}(?:\.0+)?)\s*v(?:olts?)?(?![a-z\d])/gi;

/**
 * Reads what stands on a meter, in any of the usual spellings: "CAT III 600 V, CAT II 1000 V", "cat iii 600V",
 * "1000 V CAT III / 600 V CAT IV". @throws DocumentError when there is no rating in it.
 */
export function readRatings(text: string): readonly MeterRating[] {
  const parts = [...text.matchAll(PART)].map(([, category, volts]) =>
    category === undefined
      ? ({ kind: 'volts', value: Number(volts) } as const)
      : ({ kind: 'category', value: CATEGORIES[category.toUpperCase()] ?? 2 } as const),
  );
  const rest = text.replace(PART, '').replace(/[\s,;/&+()]|and/gi, '');
  const pairs = parts.flatMap((part, index) => (index % 2 === 0 ? [[part, parts[index + 1]] as const] : []));
  const ratings = pairs.flatMap((pair): MeterRating[] => {
    const category = pair.find((each) => each?.kind === 'category');
    const volts = pair.find((each) => each?.kind === 'volts');
    return category && volts ? [{ category: category.value, volts: volts.value }] : [];
  });
  if (ratings.length === 0 || ratings.length < pairs.length || rest !== '')
    throw new DocumentError('category', `"${text}" is no measurement category.`, ACCEPTED);
  return ratings;
}

/**
 * The category of a place, 2 to 4, in any of the usual spellings; undefined where none is said or it cannot be read.
 *
 * @example categoryNumber('CAT III 600 V') // 3
 * @example categoryNumber('cat iv') // 4
 * @example categoryNumber(undefined) // undefined
 */
export function categoryNumber(text: string | undefined): number | undefined {
  const found = [...(text ?? '').matchAll(PART)].flatMap(([, category]) =>
    category === undefined ? [] : [CATEGORIES[category.toUpperCase()] ?? 2],
  );
  // Of several the highest: it asks most of the meter.
  return found.length === 0 ? undefined : Math.max(...found);
}

/** Most volts a meter may be connected to in this category; 0 where it may not be at all. */
export function mostVolts(ratings: readonly MeterRating[], category = 2): number {
  return Math.max(0, ...ratings.filter((rating) => rating.category >= category).map(({ volts }) => volts));
}
