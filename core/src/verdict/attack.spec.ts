import { attack } from '../testing/attack';
import { HAND_METER, POCKET_METER } from '../testing/demo';
import { plainMeter } from '../testing/exact-meter';
import { seeded } from '../testing/tapping-hand';

/** Two ranges in whole units and tenths, two counts off. */
const COUNTING = plainMeter([
  { upTo: 40, resolution: 0.1, ofReading: 0.01, counts: 2 },
  { upTo: 4000, resolution: 1, ofReading: 0.01, counts: 2 },
]);

describe('a judgement under attack', () => {
  it('says no word that the truth denies, whatever the quantity, meter, probes, prefix and leads', () => {
    const { said, denied } = attack(20_000, [HAND_METER, POCKET_METER, COUNTING], seeded(2711));
    expect(denied.slice(0, 5)).toEqual([]);
    for (const word of ['within', 'undecided', 'low', 'high', 'absent', 'partial', 'reversed', 'shorted'] as const)
      expect(said[word] ?? 0)
        .withContext(word)
        .toBeGreaterThan(20);
  });
});
