import { HAND_METER } from '../testing/demo';
import { resolveExpectation } from '../expectation';
import { parseReading } from '../quantity';
import { toldApart } from '../quantity';
import { judge } from '.';

/** Numbers in a fixed order without a clock: the same on every run. */
function* numbers(): Generator<number> {
  let state = 20_261_130;
  for (;;) {
    state = (state * 48_271) % 2_147_483_647;
    yield state / 2_147_483_647;
  }
}

const figure = (words: string): number => Number(/-?[\d.]+/.exec(words.replace('\u2212', '-'))?.[0]);

describe('figures of a sentence', () => {
  it('lead to the verdict the sentence names, however near a limit they are', () => {
    const random = numbers();
    const next = (low: number, high: number): number => low + (random.next().value as number) * (high - low);
    const counts: Record<string, number> = {};
    for (let run = 0; run < 4000; run += 1) {
      const low = next(5, 400);
      const width = 10 ** next(-2.5, 1.5);
      const high = low + width;
      const expectation = resolveExpectation(
        { kind: 'range', low: `${low.toFixed(4)} V`, high: `${high.toFixed(4)} V` },
        'dc-voltage',
      );
      const near = next(0, 1) < 0.5 ? low : high;
      const typed = (near + next(-3, 3) * 10 ** next(-3, 0)).toFixed(3);
      const parsed = parseReading(typed, { function: 'dc-voltage' });
      if (parsed.outcome !== 'reading') continue;
      const meter = next(0, 1) < 0.7 ? HAND_METER : undefined;
      const { verdict, sentence } = judge({
        reading: parsed.reading,
        function: 'dc-voltage',
        expectation,
        ...(meter ? { meter } : {}),
      });
      counts[verdict] = (counts[verdict] ?? 0) + 1;
      const limit = /(below|above) ([\d.]+)/.exec(sentence);
      if (!limit) continue;
      const ends = / is ([\d.]+) to ([\d.]+)/.exec(sentence);
      const end = Number(verdict === 'low' ? (ends?.[2] ?? figure(typed)) : (ends?.[1] ?? figure(typed)));
      const told = Number(limit[2]);
      expect(verdict === 'low' ? end < told : end > told)
        .withContext(sentence)
        .toBeTrue();
    }
    expect(counts['low']).toBeGreaterThan(200);
    expect(counts['high']).toBeGreaterThan(200);
  });

  it('say a narrow band with both its limits', () => {
    for (const [low, high] of [
      ['230.1', '230.4'],
      ['230.12', '230.14'],
      ['1.0001', '1.0002'],
    ] as const) {
      const { words, rule } = resolveExpectation({ kind: 'range', low: `${low} V`, high: `${high} V` }, 'ac-voltage');
      for (const told of [words, rule]) {
        expect(told).toContain(low);
        expect(told).toContain(high);
      }
    }
    expect(toldApart([230.1, 230.4], 'V')).toEqual(['230.1\u00a0V', '230.4\u00a0V']);
    expect(toldApart([5, 5], 'V')).toEqual(['5\u00a0V', '5\u00a0V']);
  });
});
