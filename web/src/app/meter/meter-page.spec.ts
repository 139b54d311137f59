import type { PinnedDocuments } from '@juxtameter/contract';
import benchVisit from '../../../../demo/data/visits/heat-bench-1-traps.json';
import { VisitBench } from '../../testing/visit-bench';
import { MeterPage } from './meter-page';

const PINNED = benchVisit.pinned as unknown as PinnedDocuments;

describe('the page of the meter in hand', () => {
  const shown = (): VisitBench<MeterPage> =>
    new VisitBench(MeterPage, PINNED, {
      type: 'visit-opened',
      unit: PINNED.unit.id,
      complaint: '',
      meter: 'hand-6000',
    });

  it('says what it is built for and how far it may be off', () => {
    const bench = shown();
    expect(bench.words).toContain('Built for CAT III 600 V');
    expect(bench.words).toContain('3 kΩ in low-impedance mode, true RMS');
    expect(bench.page.querySelectorAll('tbody tr').length).toBeGreaterThan(15);
  });

  it('zeroes the leads and keeps what is no lead resistance', () => {
    const bench = shown();
    expect(bench.words).toContain('Not zeroed');
    bench.type('input[aria-label="Ohms with the tips together"]', '900');
    bench.submit();
    expect(bench.words).toContain('accepted: 0.2, up to 100 Ω');
    bench.type('input[aria-label="Ohms with the tips together"]', '0.3');
    bench.submit();
    expect(bench.logged.at(-1)).toEqual(jasmine.objectContaining({ type: 'leads-zeroed', ohms: 0.3 }));
    expect(bench.words).toContain('Zeroed at 0.3 Ω, just now.');
  });

  it('shows that it works on a live source, or that it does not', () => {
    const bench = shown();
    const field = 'input[aria-label="Volts on a live source"]';
    bench.type(field, 'bright');
    bench.submit('.card:last-child form');
    expect(bench.words).toContain('That is no voltage');
    bench.type(field, '231');
    bench.submit('.card:last-child form');
    expect(bench.logged.at(-1)).toEqual(jasmine.objectContaining({ type: 'meter-proven', shows: 'live' }));
    bench.type(field, '0.1');
    bench.submit('.card:last-child form');
    expect(bench.words).toContain('It showed nothing on a live source');
  });

  it('takes another meter, whose leads are not zeroed', () => {
    const bench = shown();
    bench.type('input[aria-label="Ohms with the tips together"]', '0.3');
    bench.submit();
    bench.press('Insul 500');
    expect(bench.logged.at(-1)).toEqual(jasmine.objectContaining({ type: 'meter-changed', meter: 'insul-500' }));
    expect(bench.words).toContain('tests insulation at 250 V, 500 V');
    expect(bench.words).toContain('Not zeroed');
  });
});
