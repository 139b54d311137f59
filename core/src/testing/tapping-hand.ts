import type { LitSpan, Press } from '../blink';

/** How badly a hand follows a lamp. */
export interface Hand {
  /** Standard deviation of each tap, as a part of the flash gap. */
  readonly timing: number;
  /** Chance that a flash is missed or hit twice, half each. */
  readonly slips: number;
}

/** A hand with 15 % timing error that slips at two flashes in a hundred. */
export const ORDINARY_HAND: Hand = { timing: 0.15, slips: 0.02 };

/** The presses of a hand that follows a lamp; `random` gives numbers from 0 to 1. */
export function tapping(spans: readonly LitSpan[], flash: number, hand: Hand, random: () => number): Press[] {
  const error = (): number => hand.timing * flash * gaussian(random);
  const presses: Press[] = [];
  for (const { on, off } of spans) {
    const slip = random();
    if (slip < hand.slips / 2) continue;
    const down = on + error();
    const up = Math.max(off + error() / 2, down + 40);
    if (slip < hand.slips) {
      const half = Math.min((up - down) / 2, 120);
      presses.push({ down, up: down + half / 2 }, { down: down + half, up });
    } else presses.push({ down, up });
  }
  return presses.sort((a, b) => a.down - b.down);
}

/** Box and Muller, 1958. */
function gaussian(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** A sequence of numbers from 0 to 1 that is the same at every run (mulberry32). */
export function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}
