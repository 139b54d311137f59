import type { PinnedDocuments } from '@juxtameter/contract';
import benchVisit from '../../../../demo/data/visits/heat-bench-1-traps.json';
import { VisitBench } from '../../testing/visit-bench';
import { LongWatchPage } from './long-watch-page';

const PINNED = benchVisit.pinned as unknown as PinnedDocuments;

describe('the page of a long watch', () => {
  let bench: VisitBench<LongWatchPage>;

  beforeEach(() => {
    bench = new VisitBench(LongWatchPage, PINNED, {
      type: 'visit-opened',
      unit: PINNED.unit.id,
      complaint: 'now and then',
      meter: 'hand-6000',
    });
  });

  async function begin(expects = 'present 240 V'): Promise<void> {
    await bench.fixture.whenStable();
    bench.type('input[name=from]', 'X2·1');
    bench.type('input[name=to]', 'X2·2');
    bench.type('input[name=expects]', expects);
    bench.submit();
  }

  it('asks for its two points and for an expectation it can read', async () => {
    await bench.fixture.whenStable();
    bench.submit();
    expect(bench.words).toContain('Say where the two probes stay.');
    await begin('warm');
    expect(bench.words).toContain('Should be:');
    expect(bench.types).toEqual(['visit-opened']);
  });

  it('stamps what is read, marks drop-outs and says what they hang together with', async () => {
    await begin();
    expect(bench.logged.at(-1)).toEqual(jasmine.objectContaining({ type: 'monitor-started', from: 'HB.X2.1' }));
    bench.type('input[name=sample]', 'plenty');
    bench.submit();
    expect(bench.words).toContain('Accepted:');
    bench.type('input[name=sample]', '239');
    bench.submit();
    bench.type('select[aria-label="Part that is pressed or flexed"]', 'HB');
    bench.press('flexed');
    bench.press('Dropped out now');
    bench.press('It is back');
    bench.press('let go');
    expect(bench.words).toContain('Dropped out once');
    expect(bench.page.querySelectorAll('jx-strip-chart .out').length).toBe(1);
    expect(bench.page.querySelectorAll('jx-strip-chart .stimulus').length).toBe(1);
    bench.press('End the watch');
    expect(bench.types.at(-1)).toBe('monitor-ended');
    expect(bench.words).not.toContain('Dropped out now');
  });

  it('takes the last stamp back', async () => {
    await begin();
    bench.type('input[name=sample]', '2.39');
    bench.submit();
    bench.press('Undo the last stamp');
    expect(bench.types.at(-1)).toBe('retracted');
    expect(bench.page.querySelectorAll('jx-strip-chart .dot').length).toBe(0);
  });
});
