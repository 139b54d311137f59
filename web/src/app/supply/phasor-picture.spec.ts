import { freeUnitModel, SUPPLY_SYSTEMS, supplyPicture } from '@juxtameter/core';
import { Shown } from '../../testing/shown';
import { PhasorPicture } from './phasor-picture';

describe('the picture of a supply', () => {
  for (const system of SUPPLY_SYSTEMS)
    it(`${system}: every conductor has a place of its own inside the picture`, async () => {
      const conductors = supplyPicture(freeUnitModel([{ system }]), system);
      const shown = await Shown.of(PhasorPicture, { conductors, pairs: [] });
      const places = Array.from(shown.page.querySelectorAll('circle'), (circle) => ({
        x: Number(circle.getAttribute('cx')),
        y: Number(circle.getAttribute('cy')),
      }));
      expect(places.length).toBe(conductors.length);
      for (const [index, { x, y }] of places.entries()) {
        expect(x >= 15 && x <= 345 && y >= 15 && y <= 235)
          .withContext(`${conductors[index]?.name ?? ''} at ${x}, ${y}`)
          .toBeTrue();
        for (const other of places.slice(index + 1)) expect(Math.hypot(x - other.x, y - other.y)).toBeGreaterThan(30);
      }
    });

  it('draws what was read of a pair, and says which were not', async () => {
    const conductors = supplyPicture(freeUnitModel([{ system: 'single-phase' }]), 'single-phase');
    const pairs = [
      { name: 'earth', value: '0.3 Ω', colour: 'green' },
      { name: 'L-N', conductors: ['L', 'N'] as const, value: '231 V', colour: 'green' },
      { name: 'L-E', conductors: ['L', 'E'] as const, value: '', colour: '' },
    ];
    const shown = await Shown.of(PhasorPicture, { conductors, pairs, active: 'L-E' });
    expect(shown.page.querySelector('svg')?.getAttribute('aria-label')).toBe('L-N: 231 V; L-E: not read');
    expect(shown.page.querySelectorAll('path').length).toBe(2);
    expect(shown.page.querySelectorAll('path.active').length).toBe(1);
  });
});
