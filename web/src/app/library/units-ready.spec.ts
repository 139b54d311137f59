import type { Library } from '@juxtameter/contract';
import type { MissingDocument } from '../local/local-store';
import { unitsReady } from './units-ready';

const LIBRARY = {
  units: [
    { id: 'a', site: 's', name: 'A', unitModel: 'fan' },
    { id: 'b', site: 's', name: 'B', unitModel: 'fan' },
    { id: 'c', site: 's', name: 'C', unitModel: 'pump' },
    { id: 'd', site: 's', name: 'D', unitModel: 'no-wiring-list' },
  ],
  procedures: [
    { id: 'fan-stops', title: '', unitModel: 'fan', complaints: [], hash: '1' },
    { id: 'any-chart', title: '', unitModel: 'any', complaints: [], hash: '2' },
  ],
  meters: [{ id: 'hand', name: '', category: '', hash: '3' }],
} as unknown as Library;

const missing = (of: MissingDocument['of'], id: string): MissingDocument => ({ of, id, hash: 'x' });

describe('units that are ready for a place without a server', () => {
  for (const [name, lacking, ready] of [
    ['all, when nothing is missing', [], 4],
    ['not those whose kind is missing', [missing('unit-model', 'fan')], 2],
    ['not those one of whose charts is missing', [missing('procedure', 'fan-stops')], 2],
    ['only the undrawn one, while a chart for all kinds is missing', [missing('procedure', 'any-chart')], 1],
    ['none, while a meter is missing', [missing('meter', 'hand')], 0],
  ] as const)
    it(name, () => expect(unitsReady(LIBRARY, lacking)).toEqual({ ready, of: 4 }));

  it('never grow fewer while one document after another comes', () => {
    const all = [
      missing('unit-model', 'fan'),
      missing('unit-model', 'pump'),
      missing('procedure', 'fan-stops'),
      missing('procedure', 'any-chart'),
      missing('meter', 'hand'),
    ];
    for (const order of [all, [...all].reverse()]) {
      const counts = order.map((_, index) => unitsReady(LIBRARY, order.slice(index)).ready);
      expect(counts).toEqual([...counts].sort((a, b) => a - b));
    }
  });
});
