import type { FlashSign } from './flash-sign';

/** Milliseconds of a lamp's parts; what a board's firmware fixes. */
export interface LampTiming {
  /** From one flash of a count to the next. */
  readonly flash: number;
  /** From the last flash of one count to the first of the next. */
  readonly digit: number;
  /** From the last flash to the first of the next round. */
  readonly repeat: number;
  /** A long flash; short ones and those of a count last half of `flash`. */
  readonly long: number;
  readonly slow: number;
  readonly fast: number;
}

export const USUAL_LAMP: LampTiming = { flash: 600, digit: 1300, repeat: 2800, long: 1400, slow: 1200, fast: 400 };

/** One flash, in milliseconds from the start. */
export interface LitSpan {
  readonly on: number;
  readonly off: number;
}

/** When a lamp that shows this sign is lit, over whole rounds. A steady lamp is one span, one that is off none. */
export function lampSchedule(sign: FlashSign, timing: LampTiming, rounds: number): readonly LitSpan[] {
  if (sign.kind === 'rate') return rateSchedule(sign.rate, timing, rounds);
  const spans: LitSpan[] = [];
  const short = timing.flash / 2;
  const groups = sign.kind === 'blinks' ? sign.counts.map((count) => Array<number>(count).fill(short)) : [];
  if (sign.kind === 'pattern')
    groups.push(sign.flashes.map((flash) => (flash === 'long' ? timing.long : timing.flash / 2)));
  let at = 0;
  for (let round = 0; round < rounds; round += 1) {
    for (const [index, group] of groups.entries()) {
      for (const [place, lasts] of group.entries()) {
        spans.push({ on: at, off: at + lasts });
        const isLast = place === group.length - 1;
        const gap = !isLast ? timing.flash : index < groups.length - 1 ? timing.digit : timing.repeat;
        at += lasts + gap - short;
      }
    }
  }
  return spans;
}

/** Rounds of an even flash, so that a rate lasts about as long as a count of them. */
const FLASHES_A_ROUND = 5;

function rateSchedule(
  rate: Extract<FlashSign, { kind: 'rate' }>['rate'],
  timing: LampTiming,
  rounds: number,
): LitSpan[] {
  if (rate === 'off') return [];
  if (rate === 'steady') return [{ on: 0, off: rounds * timing.repeat }];
  const period = timing[rate];
  return Array.from({ length: rounds * FLASHES_A_ROUND }, (_, index) => ({
    on: index * period,
    off: index * period + period / 2,
  }));
}

/** True when the lamp is lit at this moment; after the last round it begins anew. */
export function isLit(sign: FlashSign, timing: LampTiming, at: number): boolean {
  if (sign.kind === 'rate' && (sign.rate === 'off' || sign.rate === 'steady')) return sign.rate === 'steady';
  const round = roundLength(sign, timing);
  const within = ((at % round) + round) % round;
  return lampSchedule(sign, timing, 1).some((span) => within >= span.on && within < span.off);
}

function roundLength(sign: FlashSign, timing: LampTiming): number {
  const [first, second] = [lampSchedule(sign, timing, 1), lampSchedule(sign, timing, 2)];
  return second[first.length]?.on ?? timing.repeat;
}
