import { watchesOf, type Watch } from '@juxtameter/core';
import { BURNER_CONTEXT, burnerVisit } from '../../../../core/src/testing/burner';
import { Shown } from '../../testing/shown';
import { WatchTimeline } from './watch-timeline';

function watched(
  marks: readonly (readonly [stage: string, mark: 'actual' | 'commanded' | 'never', at: number])[],
): Watch {
  const driver = burnerVisit();
  const began = Date.UTC(2026, 10, 25, 9);
  const stamp = (seconds: number) => ({
    at: new Date(began + seconds * 1000).toISOString(),
    monotonic: seconds * 1000,
  });
  const { id } = driver.log({ type: 'watch-started', sequence: 'enrich', label: 'before' }, stamp(0));
  for (const [stage, mark, at] of marks) driver.log({ type: 'stage-marked', watch: id, stage, mark }, stamp(at));
  const [watch] = watchesOf(BURNER_CONTEXT, driver.state);
  if (!watch) throw new Error('no watch');
  return watch;
}

describe('the timeline of a watch', () => {
  const rows = (page: HTMLElement): string[] =>
    [...page.querySelectorAll('[data-row]')].map((row) => row.querySelector('.name')?.textContent ?? '');

  it('draws a slot for every stage ahead, and the waits before them', async () => {
    const { page } = await Shown.of(WatchTimeline, { watch: watched([]), now: 1 });
    expect(rows(page)).toEqual(['combustion fan', 'igniter', 'gas valve', 'flame']);
    expect(page.querySelectorAll('.slot').length).toBe(4);
    expect(page.querySelectorAll('.wait').length).toBe(2);
    expect(page.querySelector('.now')).not.toBeNull();
    expect(page.querySelectorAll('.mark').length).toBe(0);
  });

  it('puts the mark into the slot of its stage, a command as a ring in the same row', async () => {
    const { page } = await Shown.of(WatchTimeline, {
      watch: watched([
        ['fan', 'commanded', 3],
        ['fan', 'actual', 5],
      ]),
    });
    const [fan] = [...page.querySelectorAll('[data-row]')];
    expect(fan?.querySelectorAll('.commanded').length).toBe(1);
    expect(fan?.querySelectorAll('.mark').length).toBe(1);
    const slot = fan?.querySelector('.slot');
    const [left, width] = ['x', 'width'].map((name) => Number(slot?.getAttribute(name)));
    const at = Number(/M([\d.]+)/.exec(fan?.querySelector('.mark')?.getAttribute('d') ?? '')?.[1]);
    expect(at).toBeGreaterThan(left ?? 0);
    expect(at).toBeLessThan((left ?? 0) + (width ?? 0));
    expect(rows(page)).toEqual(['combustion fan', 'igniter', 'gas valve', 'flame']);
  });

  it('crosses out what did not happen and gives the next try a row of its own', async () => {
    const watch = watched([
      ['fan', 'actual', 5],
      ['glow', 'actual', 24],
      ['gas', 'actual', 30],
      ['flame', 'never', 38],
    ]);
    const { page } = await Shown.of(WatchTimeline, { watch });
    expect(rows(page)).toEqual(['combustion fan', 'igniter', 'gas valve', 'flame', 'igniter', 'gas valve', 'flame']);
    expect(page.querySelector('svg')?.getAttribute('aria-label')).toContain('flame never at 38.0 seconds');
  });
});
