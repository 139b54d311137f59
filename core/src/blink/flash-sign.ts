/** How fast a lamp changes when it shows no count. */
export const LAMP_RATES = ['steady', 'off', 'slow', 'fast'] as const;
export type LampRate = (typeof LAMP_RATES)[number];

/** What a lamp says by flashing. */
export type FlashSign =
  /** One count, or several with a shorter pause between them: [3] or [2, 3]. */
  | { readonly kind: 'blinks'; readonly counts: readonly number[] }
  /** Long and short flashes in a fixed order. */
  | { readonly kind: 'pattern'; readonly flashes: readonly ('long' | 'short')[] }
  | { readonly kind: 'rate'; readonly rate: LampRate };

/** Most flashes of one count: nobody counts further at a machine. */
export const MOST_FLASHES = 15;

/**
 * The sign in the words it is spoken of: "2+3", "long short short", "fast". The same sign has the same words.
 *
 * @example flashWords({ kind: 'blinks', counts: [2, 3] }) // "2+3"
 */
export function flashWords(sign: FlashSign): string {
  switch (sign.kind) {
    case 'blinks':
      return sign.counts.join('+');
    case 'pattern':
      return sign.flashes.join(' ');
    case 'rate':
      return sign.rate;
  }
}

/** True when both say the same. */
export function isSameSign(one: FlashSign, other: FlashSign): boolean {
  return one.kind === other.kind && flashWords(one) === flashWords(other);
}
