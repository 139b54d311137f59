import { isSameSign, lampSchedule, readBlinks, type FlashSign } from '@juxtameter/core';
import { ORDINARY_HAND, seeded, tapping } from '../../core/src/testing/tapping-hand';
import { followed, LAMP_TABLES, someLamp } from '../../core/src/testing/lamp-tables';
import { percentile, short, type Benchmark, type Row } from './row';

const TRIALS = 2000;
const ROUNDS = 3;

type Kind = 'one count' | 'two counts' | 'long and short' | 'even';
const KINDS: readonly Kind[] = ['one count', 'two counts', 'long and short', 'even'];

/** Lamps of any board followed by an ordinary hand through three rounds: how often the reader says what they show. */
export const blink: Benchmark = () => {
  const random = seeded(2026);
  const upTo = (most: number): number => 1 + Math.floor(random() * most);
  const right: Record<Kind, number> = { 'one count': 0, 'two counts': 0, 'long and short': 0, even: 0 };
  const blind = { right: 0 };
  const times: number[] = [];
  for (let trial = 0; trial < TRIALS; trial += 1) {
    const kind = KINDS[trial % KINDS.length] ?? 'even';
    const timing = someLamp(random);
    const sign = someSign(kind, upTo, random);
    const even = sign.kind === 'rate' ? timing[sign.rate === 'slow' ? 'slow' : 'fast'] : timing.flash;
    const presses = tapping(lampSchedule(sign, timing, ROUNDS), even, ORDINARY_HAND, random);
    const isHeld = kind === 'long and short';
    const table = Array.from({ length: 10 }, (_, index): FlashSign =>
      kind === 'two counts' ? { kind: 'blinks', counts: [upTo(9), upTo(9)] } : { kind: 'blinks', counts: [index + 1] },
    );
    const begun = performance.now();
    const read = readBlinks(presses, { isHeld, known: [...table, sign] });
    times.push(performance.now() - begun);
    if (read.sign && isSameSign(read.sign, sign)) right[kind] += 1;
    const unaided = readBlinks(presses, { isHeld });
    if (unaided.sign && isSameSign(unaided.sign, sign)) blind.right += 1;
  }
  const each = TRIALS / KINDS.length;
  const accuracy = Object.values(right).reduce((sum, count) => sum + count, 0) / TRIALS;
  const parts = KINDS.map((kind) => `${kind} ${percent(right[kind] / each)}`).join(', ');
  const rows: readonly Row[] = [
    {
      what: `lamps read after three rounds, 15 % timing error, 2 % slips, ${TRIALS.toLocaleString('en-GB')} lamps`,
      figure: `${percent(accuracy)} (${parts}; without a code table ${percent(blind.right / TRIALS)})`,
      budget: 'at least 98 %',
      isMet: accuracy >= 0.98,
      numbers: { accuracy, blind: blind.right / TRIALS },
    },
    {
      what: 'one reading of the taps',
      figure: `median ${short(percentile(times, 0.5))}, p95 ${short(percentile(times, 0.95))} ms`,
      budget: '',
      numbers: { median: percentile(times, 0.5), p95: percentile(times, 0.95) },
    },
  ];
  return Promise.resolve([...rows, ...surelyWrong()]);
};

const HANDS = [0.05, 0.1, 0.15, 0.2, 0.25] as const;
const TRIALS_OF_A_TABLE = 200;

/** Every class of code table, half of the lamps with hardly a pause between two counts: how often it is sure and wrong. */
function surelyWrong(): readonly Row[] {
  const random = seeded(7);
  return Object.entries(LAMP_TABLES).map(([name, table]): Row => {
    const found = HANDS.map((timing) => followed(table, timing, TRIALS_OF_A_TABLE, random));
    const trials = HANDS.length * TRIALS_OF_A_TABLE;
    const wrong = found.reduce((sum, { sureAndWrong }) => sum + sureAndWrong, 0) / trials;
    const sure = found.reduce((sum, each) => sum + each.sure, 0) / trials;
    return {
      what: `sure and wrong, table "${name}", timing error 5 to 25 %, ${trials.toLocaleString('en-GB')} lamps`,
      figure: `${percent(wrong)} (sure ${percent(sure)})`,
      budget: 'under 1 %',
      isMet: wrong < 0.01,
      numbers: { wrong, sure },
    };
  });
}

function someSign(kind: Kind, upTo: (most: number) => number, random: () => number): FlashSign {
  switch (kind) {
    case 'one count':
      return { kind: 'blinks', counts: [1 + upTo(9)] };
    case 'two counts':
      return { kind: 'blinks', counts: [upTo(9), upTo(9)] };
    case 'even':
      return { kind: 'rate', rate: random() < 0.5 ? 'slow' : 'fast' };
    case 'long and short': {
      const rest = Array.from({ length: upTo(3) - 1 }, (): 'long' | 'short' => (random() < 0.5 ? 'long' : 'short'));
      return { kind: 'pattern', flashes: random() < 0.5 ? ['long', 'short', ...rest] : ['short', 'long', ...rest] };
    }
  }
}

function percent(part: number): string {
  return `${(part * 100).toFixed(1)} %`;
}
