import type { PinnedDocuments } from '@juxtameter/contract';
import bench from '../../../../demo/data/unit-models/heat-bench.json';
import handMeter from '../../../../demo/data/meters/hand-6000.json';
import { VisitBench } from '../../testing/visit-bench';
import { SupplyPage } from './supply-page';

const PINNED = {
  unit: { id: 'heat-bench-2', site: 's', name: 'Heat bench 2', unitModel: 'heat-bench' },
  site: { id: 's', name: 'Nursery' },
  unitModel: bench,
  procedures: [],
  meters: [handMeter],
} as unknown as PinnedDocuments;

describe('the check of a supply', () => {
  const opened = (): VisitBench<SupplyPage> =>
    new VisitBench(SupplyPage, PINNED, {
      type: 'visit-opened',
      unit: 'heat-bench-2',
      complaint: '',
      meter: 'hand-6000',
    });

  it('asks for every pair in order and says together what none says alone', () => {
    const page = opened();
    expect(page.words).toContain('The supply is not logged as on.');
    page.press('Supply switched on');
    for (const [pair, text] of [
      ['L1-N', '119.4'],
      ['L1-L2', '0.8'],
      ['L1-E', '119.5'],
      ['L2-N', '119.1'],
      ['N-E', '0.4'],
      ['L2-E', '119.2'],
    ] as const) {
      expect(page.page.querySelector('.active')?.getAttribute('data-pair')).toBe(pair);
      expect(page.page.querySelector('[data-role=outcome]')).toBeNull();
      page.type('input[name=reading]', text);
      page.submit();
    }
    const outcome = page.page.querySelector('[data-role=outcome]');
    expect(outcome?.querySelector('h2')?.textContent).toBe('one conductor, or fed back');
    page.press('Keep this in the log');
    expect(page.logged.at(-1)).toEqual(
      jasmine.objectContaining({ type: 'supply-judged', supply: 'mains', pattern: 'one-leg-or-fed-back' }),
    );
    expect(page.words).toContain('Kept in the log.');
  });

  it('keeps what it cannot read, and says what it accepts', () => {
    const page = opened();
    page.press('Supply switched on');
    page.type('input[name=reading]', 'many');
    page.submit();
    expect(page.page.querySelector('[role=alert]')?.textContent).toContain('Accepted:');
    expect(page.page.querySelector<HTMLInputElement>('input[name=reading]')?.value).toBe('many');
    expect(page.types).not.toContain('reading-taken');
  });

  it('reads the earth dead, and says that until it is', () => {
    const page = opened();
    page.press('Supply switched on');
    expect(page.page.querySelector('[data-pair=earth]')?.textContent).toContain('to be read dead');
  });
});
