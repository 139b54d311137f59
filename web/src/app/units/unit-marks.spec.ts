import type { PastVisit } from '@juxtameter/core';
import { unitMarks } from './unit-marks';

const NOW = Date.UTC(2026, 10, 30);
const LETTER = 7.2;

function visit(id: string, at: number, found?: string): PastVisit {
  return {
    id,
    openedAt: new Date(at).toISOString(),
    by: 'Wren',
    closed: found !== '',
    findings: found ? [{ text: `${found} it is`, class: found, grade: 'likely' }] : [],
  } as unknown as PastVisit;
}

/** Numbers in a fixed order without pattern. */
function numbers(count: number, seed: number): readonly number[] {
  let state = seed;
  return Array.from({ length: count }, () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647);
}

describe('the time line of a unit', () => {
  it('keeps order, stays inside, and never prints one label over another, however many visits', () => {
    for (const [count, width] of [
      [1, 320],
      [7, 320],
      [60, 900],
      [400, 600],
    ] as const) {
      const visits = numbers(count, count).map((part, index) =>
        visit(`v${index}`, NOW - part * 9e10, ['sensor', 'wiring', 'mechanical', ''][index % 4]),
      );
      const { visits: marks, ticks } = unitMarks(visits, [], { width, now: NOW });
      for (const { middle, words } of ticks) {
        const half = (words.length * LETTER) / 2;
        expect(middle - half >= 0 && middle + half <= width)
          .withContext(words)
          .toBeTrue();
      }
      expect(marks.length).toBe(count);
      expect(marks.map(({ x }) => x)).toEqual([...marks.map(({ x }) => x)].sort((a, b) => a - b));
      expect(marks.every(({ x }) => x >= 0 && x <= width)).toBeTrue();
      const shown = marks.filter(({ label }) => label !== '');
      expect(shown.length).toBeGreaterThan(0);
      for (const [at, one] of shown.entries()) {
        expect(one.labelX + one.label.length * LETTER).toBeLessThanOrEqual(width + 0.01);
        for (const other of shown.slice(at + 1).filter(({ row }) => row === one.row))
          expect(other.labelX).toBeGreaterThanOrEqual(one.labelX + one.label.length * LETTER);
      }
    }
  });

  it('tells an open visit from a closed one, and one without a finding from both', () => {
    const { visits } = unitMarks(
      [visit('a', NOW - 9e9, 'sensor'), visit('b', NOW - 5e9, undefined), visit('c', NOW - 1e9, '')],
      [],
      { width: 900, now: NOW },
    );
    expect(visits.map(({ label, isOpen }) => [label, isOpen])).toEqual([
      ['sensor', false],
      ['no finding', false],
      ['open', true],
    ]);
    expect(visits[0]?.words).toContain('sensor it is');
  });

  it('dates parts known by a year alone, and leaves out what has no date', () => {
    const { parts } = unitMarks(
      [],
      [
        { name: 'Board', at: '2021' },
        { name: 'Fan', at: 'long ago' },
      ],
      {
        width: 600,
        now: NOW,
      },
    );
    expect(parts.map(({ label }) => label)).toEqual(['Board']);
    expect(parts[0]?.x).toBeLessThan(30);
  });
});
