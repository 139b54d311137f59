import { BOUNCE, pressCounts, UNREAD, type Press } from './press-guard';

/** A page that shows something new whenever a press counted, painted a while after it. */
function played(presses: readonly Press[], paints: readonly number[], isForHands: boolean) {
  let shown = { changedAt: -Infinity, stepAt: -Infinity, isForHands };
  const counted: { press: Press; seenFor: number }[] = [];
  presses.forEach((press, index) => {
    if (!pressCounts(press, shown)) return;
    counted.push({ press, seenFor: press.at - shown.stepAt });
    const painted = press.at + (paints[index] ?? 0);
    shown = { changedAt: painted, stepAt: painted, isForHands };
  });
  return counted;
}

/** A run of numbers that is the same every time. */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 16_807) % 2_147_483_647) / 2_147_483_647;
}

describe('presses that are faster than the page', () => {
  it('never confirm what was not to be read, however they come', () => {
    for (let seed = 1; seed <= 500; seed += 1) {
      const next = numbers(seed);
      const isForHands = next() < 0.5;
      let at = 0;
      const presses = Array.from({ length: 40 }, () => ({ at: (at += next() * 900), isRepeat: next() < 0.3 }));
      const paints = presses.map(() => next() * 200);
      for (const { press, seenFor } of played(presses, paints, isForHands)) {
        expect(press.isRepeat).toBeFalse();
        expect(seenFor).toBeGreaterThanOrEqual(isForHands ? UNREAD : BOUNCE);
      }
    }
  });

  it('count at the pace of somebody who reads', () => {
    const presses = Array.from({ length: 20 }, (_, index) => ({ at: index * 1000, isRepeat: false }));
    const paints = presses.map(() => 50);
    expect(played(presses, paints, true).length).toBe(20);
    expect(played(presses, paints, false).length).toBe(20);
  });

  it('do not count while what they would answer is not painted', () => {
    const press = { at: 5000, isRepeat: false };
    expect(pressCounts(press, { changedAt: Infinity, stepAt: 0, isForHands: false })).toBeFalse();
    expect(pressCounts(press, { changedAt: 0, stepAt: Infinity, isForHands: true })).toBeFalse();
  });
});
