import fc from 'fast-check';
import type { SpareEntry, SpareFact } from './spare-entry';
import { sparesOf, sparesToOrder, takenFor } from './spares';

const DEVICE = '01a20cc0-ed60-7001-8000-0000000000aa';

function entry(index: number, fact: SpareFact, number = 'IG-7 B', place = 'Van 2'): SpareEntry {
  const at = new Date(Date.UTC(2026, 10, 1, 8, 0, index)).toISOString();
  return {
    id: `01a20cc0-ed60-7001-8000-${String(index).padStart(12, '0')}`,
    device: DEVICE,
    at,
    place,
    number,
    ...fact,
  };
}

/** What a hand does at a shelf: counts it honestly, puts some in, takes some that are there. */
const HAND = fc.array(
  fc.record({ act: fc.constantFrom('count', 'put', 'take', 'slip'), pieces: fc.integer({ min: 1, max: 6 }) }),
  { maxLength: 30 },
);

describe('spares of a van', () => {
  it('are as many as lie on the shelf, in whichever order and however often the entries come', () => {
    fc.assert(
      fc.property(
        HAND,
        fc.nat(9),
        fc.integer({ min: 0, max: 5 }),
        fc.infiniteStream(fc.nat()),
        (acts, first, level, dice) => {
          let shelf = first;
          const log: SpareEntry[] = [entry(0, { type: 'counted', count: first, level, name: 'Igniter' })];
          for (const { act, pieces } of acts) {
            const index = log.length;
            if (act === 'count') log.push(entry(index, { type: 'counted', count: shelf }));
            if (act === 'put') log.push(entry(index, { type: 'put', count: pieces }));
            if (act === 'put') shelf += pieces;
            if (act === 'take' && shelf >= pieces) {
              log.push(entry(index, { type: 'taken', count: pieces }));
              shelf -= pieces;
            }
            if (act === 'slip') {
              log.push(entry(index, { type: 'taken', count: pieces }));
              log.push(entry(index + 1, { type: 'withdrawn', entry: log[index]?.id ?? '' }));
            }
          }
          const shuffled = [...log, ...log.filter((_, index) => index % 3 === 0)]
            .map((each) => ({ each, by: dice.next().value ?? 0 }))
            .sort((a, b) => a.by - b.by)
            .map(({ each }) => each);
          const [spare] = sparesOf(shuffled);
          expect(spare?.count).toBe(shelf);
          expect(spare?.name).toBe('Igniter');
          expect(spare?.standing).toBe(shelf === 0 ? 'out' : shelf <= level ? 'low' : 'enough');
          expect(sparesToOrder(sparesOf(shuffled)).length).toBe(shelf <= level || shelf === 0 ? 1 : 0);
        },
      ),
    );
  });

  it('are never enough where nobody counted, or more was taken than there was', () => {
    for (const log of [
      [entry(0, { type: 'put', count: 20 })],
      [entry(0, { type: 'taken', count: 1 })],
      [entry(0, { type: 'counted', count: 1, level: 0 }), entry(1, { type: 'taken', count: 2 })],
    ]) {
      const [spare] = sparesOf(log);
      expect(spare?.count).toBeUndefined();
      expect(spare?.standing).toBe('uncounted');
      expect(sparesToOrder(sparesOf(log)).length).toBe(1);
    }
  });

  it('go by number and place, however they are spaced; another revision is another part', () => {
    const log = [
      entry(0, { type: 'counted', count: 3 }, 'IG-7 B'),
      entry(1, { type: 'taken', count: 1 }, 'ig7b', ' van 2'),
      entry(2, { type: 'counted', count: 9 }, 'IG-7 C'),
      entry(3, { type: 'counted', count: 5 }, 'IG-7 B', 'Store'),
    ];
    expect(sparesOf(log).map(({ place, count }) => [place, count])).toEqual([
      ['Store', 5],
      ['Van 2', 9],
      ['van 2', 2],
    ]);
  });

  it('are gone where they are kept no more, until somebody counts them again', () => {
    const log = [entry(0, { type: 'counted', count: 3, level: 2 }), entry(1, { type: 'dropped' })];
    expect(sparesOf(log)).toEqual([]);
    expect(sparesOf([...log, entry(2, { type: 'counted', count: 1 })])[0]?.level).toBeUndefined();
    expect(sparesOf([...log, entry(2, { type: 'withdrawn', entry: log[1]?.id ?? '' })])[0]?.count).toBe(3);
  });

  it('tell what was taken for a visit, unless it was taken back', () => {
    const visit = '01a20cc0-ed60-7001-8000-0000000000bb';
    const log = [
      entry(0, { type: 'counted', count: 3 }),
      entry(1, { type: 'taken', count: 1, visit }),
      entry(2, { type: 'taken', count: 1 }),
    ];
    expect(takenFor(log, visit).map(({ id }) => id)).toEqual([log[1]?.id ?? '']);
    expect(takenFor([...log, entry(3, { type: 'withdrawn', entry: log[1]?.id ?? '' })], visit)).toEqual([]);
  });
});
