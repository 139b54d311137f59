import { startVisitContract } from '@juxtameter/contract/check';
import { isFreeUnitModel, type MeterDocument } from '@juxtameter/core';
import handMeter from '../../../../demo/data/meters/hand-6000.json';
import { freeDocuments } from './free-documents';

const METERS = [handMeter as unknown as MeterDocument];
const ID = '01a20cc0-ed60-7001-8000-000000000000';

describe('the documents of a machine that is not on file', () => {
  it('are what the server takes, whatever was typed', () => {
    for (const [name, site] of [
      ['Cold-frame pump', 'Fernhollow Nursery, bay 9'],
      ['', ''],
      ['Pömpe № 3 <b>', '../../etc'],
      ['x'.repeat(200), 'y'.repeat(200)],
      ['水泵', '温室'],
    ] as const) {
      const pinned = freeDocuments({ name, site, supplies: [{ system: 'split-phase' }, { system: 'dc' }] }, METERS);
      const checked = startVisitContract.validate({ id: ID, pinned });
      expect(checked)
        .withContext(name)
        .toEqual(jasmine.objectContaining({ ok: true }));
      expect(isFreeUnitModel(pinned.unitModel)).toBeTrue();
    }
  });

  it('name the same machine at the same site the same, so that it is found again', () => {
    const unit = (name: string, site: string): string => freeDocuments({ name, site, supplies: [] }, []).unit.id;
    expect(unit('Pump 3 ', 'Bay 9')).toBe(unit('pump 3', 'bay  9'));
    expect(unit('Pump 3', 'Bay 9')).not.toBe(unit('Pump 3', 'Bay 8'));
  });
});
