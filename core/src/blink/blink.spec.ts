import {
  flashWords,
  isLit,
  isSameSign,
  lampSchedule,
  readBlinks,
  USUAL_LAMP,
  type FlashSign,
  type LampTiming,
} from '.';
import { followed, LAMP_TABLES, someLamp, SURE } from '../testing/lamp-tables';
import { ORDINARY_HAND, seeded, tapping, type Hand } from '../testing/tapping-hand';

const SURE_HAND: Hand = { timing: 0.04, slips: 0 };

function taps(sign: FlashSign, timing: LampTiming, hand: Hand, random: () => number, rounds = 3) {
  const even = sign.kind === 'rate' ? timing[sign.rate === 'slow' ? 'slow' : 'fast'] : timing.flash;
  return tapping(lampSchedule(sign, timing, rounds), even, hand, random);
}

describe('reading a lamp by tapping', () => {
  it('reads every single count and every family from a sure hand', () => {
    const random = seeded(11);
    for (let first = 1; first <= 9; first += 1) {
      for (let second = 0; second <= 9; second += 1) {
        const counts = second === 0 ? [first] : [first, second];
        const presses = taps({ kind: 'blinks', counts }, USUAL_LAMP, SURE_HAND, random, 4);
        const { sign, confidence } = readBlinks(presses);
        expect(sign && flashWords(sign))
          .withContext(counts.join('+'))
          .toBe(counts.join('+'));
        if (first + second > 1) expect(confidence).withContext(counts.join('+')).toBeGreaterThan(0.6);
      }
    }
  });

  it('reads ninety-eight in a hundred from an ordinary hand after three rounds, whatever the lamp', () => {
    const random = seeded(26);
    const upTo = (most: number): number => 1 + Math.floor(random() * most);
    let right = 0;
    const trials = 200;
    for (let trial = 0; trial < trials; trial += 1) {
      const timing = someLamp(random);
      const sign: FlashSign = [
        { kind: 'blinks', counts: [1 + upTo(7)] } as const,
        { kind: 'blinks', counts: [upTo(6), upTo(6)] } as const,
        { kind: 'rate', rate: trial % 2 === 0 ? 'slow' : 'fast' } as const,
      ][trial % 3] as FlashSign;
      const table = Array.from({ length: 8 }, (_, index): FlashSign => ({ kind: 'blinks', counts: [index + 1] }));
      const read = readBlinks(taps(sign, timing, ORDINARY_HAND, random), { known: [...table, sign] });
      if (read.sign && isSameSign(read.sign, sign)) right += 1;
    }
    expect(right / trials).toBeGreaterThanOrEqual(0.98);
  });

  it('tells long from short where the hand holds on while the lamp is lit', () => {
    const random = seeded(5);
    for (const flashes of [
      ['long', 'short'],
      ['long', 'short', 'short'],
      ['short', 'long', 'long', 'short'],
    ] as const) {
      const presses = taps({ kind: 'pattern', flashes }, USUAL_LAMP, SURE_HAND, random);
      const { sign } = readBlinks(presses, { isHeld: true });
      expect(sign && flashWords(sign)).toBe(flashes.join(' '));
    }
  });

  it('does not care at which flash the hand begins', () => {
    const presses = taps({ kind: 'blinks', counts: [4, 2] }, USUAL_LAMP, SURE_HAND, seeded(2), 4);
    for (let begin = 0; begin < 6; begin += 1) {
      const { sign } = readBlinks(presses.slice(begin));
      expect(sign && flashWords(sign))
        .withContext(`from flash ${begin}`)
        .toBe('4+2');
    }
  });

  it('names the tap that came twice and counts the flash that was missed', () => {
    const lamp = lampSchedule({ kind: 'blinks', counts: [5] }, USUAL_LAMP, 4).map(({ on }) => ({ down: on }));
    const twice = [...lamp.slice(0, 7), { down: (lamp[6]?.down ?? 0) + 110 }, ...lamp.slice(7)];
    const doubled = readBlinks(twice);
    expect(doubled.sign && flashWords(doubled.sign)).toBe('5');
    expect(doubled.taps.indexOf('doubled')).toBe(7);
    const missed = readBlinks(lamp.filter((_, index) => index !== 12));
    expect(missed.sign && flashWords(missed.sign)).toBe('5');
    expect(missed.missed).toBe(1);
  });

  it('finds nothing in too few taps and in taps without a pattern, and stays unsure before the second round', () => {
    expect(readBlinks([]).sign).toBeUndefined();
    expect(readBlinks([{ down: 0 }, { down: 500 }]).sign).toBeUndefined();
    const random = seeded(77);
    let fooled = 0;
    for (let trial = 0; trial < 40; trial += 1) {
      let at = 0;
      const wild = Array.from({ length: 14 }, () => ({ down: (at += 120 + 3000 * random() ** 2) }));
      if (readBlinks(wild).confidence > 0.9) fooled += 1;
    }
    expect(fooled).toBeLessThanOrEqual(3);
    const once = readBlinks(taps({ kind: 'blinks', counts: [5] }, USUAL_LAMP, SURE_HAND, seeded(1), 1));
    expect(once.confidence).toBeLessThanOrEqual(0.5);
  });

  it('is hardly ever sure and wrong, in no class of code table, whatever the hand, however short the pauses', () => {
    const random = seeded(271);
    for (const [name, table] of Object.entries(LAMP_TABLES)) {
      const found = [0.05, 0.15, 0.25].map((timing) => followed(table, timing, 16, random));
      const wrong = found.reduce((sum, { sureAndWrong }) => sum + sureAndWrong, 0);
      const sure = found.reduce((sum, each) => sum + each.sure, 0);
      expect(wrong).withContext(name).toBeLessThanOrEqual(1);
      expect(sure).withContext(name).toBeGreaterThan(12);
    }
  });

  it('is never sure outside the table, without one, or of an even flash that may be a long count', () => {
    const random = seeded(31);
    const sum = readBlinks(taps({ kind: 'blinks', counts: [5] }, USUAL_LAMP, SURE_HAND, random, 6), {
      known: [{ kind: 'blinks', counts: [2, 2] }],
    });
    expect(sum.confidence).toBeLessThanOrEqual(0.5);
    const alone = readBlinks(taps({ kind: 'blinks', counts: [5] }, USUAL_LAMP, SURE_HAND, random, 6));
    expect(alone.confidence).toBeLessThan(SURE);
    const even = (flashes: number, longest: number): number =>
      readBlinks(
        Array.from({ length: flashes }, (_each, index) => ({ down: index * 400 })),
        {
          known: [
            { kind: 'rate', rate: 'fast' },
            { kind: 'blinks', counts: [longest] },
          ],
        },
      ).confidence;
    expect(even(9, 9)).toBeLessThanOrEqual(0.5);
    expect(even(12, 9)).toBeGreaterThan(0.5);
  });

  it('reads the same when every tap is later by the same time', () => {
    const presses = taps({ kind: 'blinks', counts: [3, 4] }, USUAL_LAMP, ORDINARY_HAND, seeded(9), 4);
    const later = presses.map(({ down }) => ({ down: down + 1_234_567 }));
    expect(readBlinks(later).sign).toEqual(readBlinks(presses).sign);
  });

  it('prefers what the code table has where the taps leave it open', () => {
    const even = Array.from({ length: 8 }, (_, index) => ({ down: index * 2000 }));
    expect(readBlinks(even).sign).toEqual({ kind: 'blinks', counts: [1] });
    const fast = Array.from({ length: 12 }, (_, index) => ({ down: index * 400 }));
    expect(readBlinks(fast).sign).toEqual({ kind: 'rate', rate: 'fast' });
  });
});

describe('a simulated lamp', () => {
  it('is lit within its spans and dark between them, round after round', () => {
    const sign: FlashSign = { kind: 'blinks', counts: [2, 3] };
    for (const { on, off } of lampSchedule(sign, USUAL_LAMP, 3)) {
      expect(isLit(sign, USUAL_LAMP, on + 1)).toBeTrue();
      expect(isLit(sign, USUAL_LAMP, off + 1)).toBeFalse();
    }
    expect(isLit({ kind: 'rate', rate: 'steady' }, USUAL_LAMP, 123)).toBeTrue();
    expect(isLit({ kind: 'rate', rate: 'off' }, USUAL_LAMP, 123)).toBeFalse();
  });
});
