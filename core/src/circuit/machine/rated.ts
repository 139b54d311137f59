import { inBase, parseQuantity, type Dimension } from '../../quantity';

/** What texts were read as: a machine is built up again for every state it goes through. */
const KNOWN = new Map<string, number | undefined>();
const MOST_KNOWN = 5000;

/** What a rating says in base units; undefined where nothing is rated, or in another dimension. */
export function rated(
  text: string | undefined,
  ...dimensions: readonly [Dimension, ...Dimension[]]
): number | undefined {
  if (text === undefined) return undefined;
  const key = `${dimensions.join()} ${text}`;
  if (!KNOWN.has(key)) {
    if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
    const parsed = parseQuantity(text, ...dimensions);
    KNOWN.set(key, parsed.outcome === 'quantity' ? inBase(parsed.quantity) : undefined);
  }
  return KNOWN.get(key);
}

/** A rating above zero, or what is taken where there is none. */
export function ratedOr(
  fallback: number,
  text: string | undefined,
  ...dimensions: readonly [Dimension, ...Dimension[]]
): number {
  const value = rated(text, ...dimensions);
  return value !== undefined && value > 0 ? value : fallback;
}

/** "12 %" as 0.12; undefined where it is not said. */
export function ratedPart(text: string | undefined): number | undefined {
  const percent = rated(text, 'ratio');
  return percent === undefined ? undefined : percent / 100;
}
