import fc from 'fast-check';
import { resolveExpectation } from '../expectation';
import { parseReading } from '../quantity';
import { HAND_METER } from '../testing/demo';
import { judge, type Judgement } from '.';

const SWING = { kind: 'swing', low: '9 V', high: '61 V', atLeast: '8 V' } as const;

function judged(text: string): Judgement {
  const parsed = parseReading(text, { function: 'dc-voltage' });
  if (parsed.outcome !== 'reading') throw new Error(text);
  return judge({
    reading: parsed.reading,
    function: 'dc-voltage',
    expectation: resolveExpectation(SWING, 'dc-voltage'),
    meter: HAND_METER,
  });
}

describe('what has to swing', () => {
  it('passes only by figures that show it, and is not called stopped where it left the band', () => {
    const figure = fc.integer({ min: -900, max: 900 }).map((each) => each / 10);
    const spoken = fc.oneof(
      fc.tuple(figure, figure).map(([a, b]) => `${Math.min(a, b)}..${Math.max(a, b)}`),
      figure.map((each) => `${each}`),
      figure.map((each) => `~${Math.abs(each)}`),
      figure.map((each) => `>${Math.abs(each)}`),
      fc.constant('OL'),
    );
    fc.assert(
      fc.property(spoken, (text) => {
        const { verdict } = judged(text);
        const [low, high] = text.includes('..') ? text.split('..').map(Number) : [Number(text), Number(text)];
        const isSwing = text.includes('..') && low !== high;
        const isInBand = low !== undefined && high !== undefined && low >= 9 && high <= 61;
        if (verdict === 'within')
          expect(isSwing && isInBand && high - low >= 8)
            .withContext(text)
            .toBeTrue();
        if (verdict === 'steady') {
          const lowest = Math.min(Math.abs(low ?? 0), Math.abs(high ?? 0));
          expect(lowest).withContext(text).toBeGreaterThan(8);
          expect(lowest).withContext(text).toBeLessThan(62.5);
        }
      }),
      { numRuns: 2000 },
    );
  });

  it('is too high at 320 V that stand still, nothing at 0 V, and open where only "it moves" was typed', () => {
    expect(judged('320').verdict).toBe('high');
    expect(judged('OL').verdict).toBe('high');
    expect(judged('0.0').verdict).toBe('low');
    expect(judged('34').verdict).toBe('steady');
    expect(judged('~34').verdict).toBe('undecided');
    expect(judged('~34').sentence).toContain('type the lowest and the highest');
    expect(judged('20..28.1').verdict).toBe('undecided');
    expect(judged('-5..20').verdict).toBe('low');
    expect(judged('5..20').sentence).toContain('Its lowest is below');
  });
});
