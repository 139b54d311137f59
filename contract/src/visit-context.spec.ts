import { PROVE_DEAD_PROCEDURE, proveDeadProcedure } from '@juxtameter/core';
import halfDone from '../../demo/data/visits/mist-line-2-half-done.json';
import type { PinnedDocuments } from './api';
import { visitContext } from './visit-context';

const PINNED = halfDone.pinned as unknown as PinnedDocuments;

describe('the documents of a visit', () => {
  it('have a chart that proves everything dead, whatever the visit was pinned to', () => {
    const charts = PINNED.procedures.map(({ id }) => id);
    expect(charts).not.toContain(PROVE_DEAD_PROCEDURE);
    const proving = visitContext(PINNED).procedures[PROVE_DEAD_PROCEDURE];
    expect(proving?.start).toBe('isolate');
    expect(JSON.stringify(proving?.steps)).toContain(JSON.stringify(PINNED.unitModel.supplies.map(({ id }) => id)));
    expect(Object.keys(visitContext({ ...PINNED, procedures: [] }).procedures)).toEqual([PROVE_DEAD_PROCEDURE]);
  });

  it('keep the one they were pinned to', () => {
    const own = { ...proveDeadProcedure(PINNED.unitModel), title: 'As it was walked' };
    const context = visitContext({ ...PINNED, procedures: [...PINNED.procedures, own] });
    expect(context.procedures[PROVE_DEAD_PROCEDURE]?.title).toBe('As it was walked');
  });
});
