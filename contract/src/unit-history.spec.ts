import type { PastVisit } from '@juxtameter/core';
import { EMPTY_PAST_VISIT } from '../../core/src/testing/past-visit';
import type { Unit } from './api';
import { unitAsSeen } from './unit-history';

const UNIT: Unit = { id: 'mist-line-9', site: 'fernhollow', name: 'Mist line 9', unitModel: 'mist-panel' };

function past(found: Pick<PastVisit, 'options' | 'wireColours'>): PastVisit {
  return { ...EMPTY_PAST_VISIT, ...found };
}

describe('a unit as its visits saw it', () => {
  it('lacks what a visit found missing, and has wires of the colours found last', () => {
    const seen = unitAsSeen({ ...UNIT, options: { DM1: true }, wireColours: { w5: 'red' } }, [
      past({ options: { DM1: false }, wireColours: { w5: 'orange', w7: 'black' } }),
      past({ options: { FS2: true }, wireColours: { w5: 'pink' } }),
    ]);
    expect(seen.options).toEqual({ DM1: false, FS2: true });
    expect(seen.wireColours).toEqual({ w5: 'pink', w7: 'black' });
  });

  it('stays as it is on file where nothing was found', () => {
    expect(unitAsSeen(UNIT, [past({ options: {}, wireColours: {} })])).toEqual(UNIT);
  });
});
