import { isSameSign, lampSchedule, readBlinks, type FlashSign, type LampTiming } from '../blink';
import { tapping } from './tapping-hand';

const blinks = (...counts: number[]): FlashSign => ({ kind: 'blinks', counts });
const EVEN: readonly FlashSign[] = [
  { kind: 'rate', rate: 'slow' },
  { kind: 'rate', rate: 'fast' },
];

/** Code tables of every class: what boards have beside their lamps. */
export const LAMP_TABLES: Readonly<Record<string, readonly FlashSign[]>> = {
  'one count to 8': Array.from({ length: 8 }, (_each, index) => blinks(index + 1)),
  'one count to 14': Array.from({ length: 14 }, (_each, index) => blinks(index + 1)),
  'two counts': [
    ...[1, 2, 3, 4].map((second) => blinks(1, second)),
    ...[1, 2, 3, 4].map((second) => blinks(2, second)),
    ...[1, 2, 3].map((second) => blinks(3, second)),
    blinks(4, 1),
  ],
  mixed: [blinks(2), blinks(3), blinks(4), blinks(2, 1), blinks(1, 2), blinks(3, 2), ...EVEN],
  even: [...EVEN, blinks(2), blinks(3)],
};

/** A lamp of some board; `tight` where the pause between two counts is hardly longer than a flash. */
export function someLamp(random: () => number, isTight = false): LampTiming {
  const flash = 400 + random() * 500;
  const digit = flash * (isTight ? 1.4 + 0.3 * random() : 2 + random());
  return {
    flash,
    digit,
    repeat: digit * (1.7 + random() * 0.9),
    long: flash * (1.5 + random()),
    slow: 900 + random() * 600,
    fast: 250 + random() * 300,
  };
}

export interface LampTrials {
  readonly sure: number;
  readonly sureAndWrong: number;
  readonly trials: number;
}

/** From here on the page says that it is sure. */
export const SURE = 0.9;

/** Lamps of one table, tight and plain in turn, followed through two to six rounds by a hand with so much timing error. */
export function followed(
  table: readonly FlashSign[],
  timing: number,
  trials: number,
  random: () => number,
): LampTrials {
  let [sure, sureAndWrong] = [0, 0];
  for (let trial = 0; trial < trials; trial += 1) {
    const sign = table[Math.floor(random() * table.length)] ?? blinks(1);
    const lamp = someLamp(random, trial % 2 === 0);
    const even = sign.kind === 'rate' ? lamp[sign.rate === 'slow' ? 'slow' : 'fast'] : lamp.flash;
    const spans = lampSchedule(sign, lamp, 2 + Math.floor(random() * 5));
    const read = readBlinks(tapping(spans, even, { timing, slips: 0.02 }, random), { known: table });
    if (!read.sign || read.confidence < SURE) continue;
    sure += 1;
    if (!isSameSign(read.sign, sign)) sureAndWrong += 1;
  }
  return { sure, sureAndWrong, trials };
}
