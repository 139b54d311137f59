import type { ProcedureDocument } from '../../procedure';
import { DEMO_CONTEXT } from '../../testing/demo';
import { EMPTY_VISIT, VisitContext, type VisitState } from '../record';
import { changed } from '../walking';
import { fittedPart, powered, powerUpRefusal } from '.';

/** A chart with a reading, and one that clears the board besides. */
const chart = (clearance?: string): ProcedureDocument => ({
  format: 'juxtameter/procedure',
  version: 1,
  id: 'c',
  title: 'C',
  unitModel: DEMO_CONTEXT.model.id,
  start: 'read',
  steps: {
    read: { kind: 'measurement', text: 'read', measure: {}, branches: { within: '@end' } },
    ...(clearance === undefined
      ? {}
      : { clear: { kind: 'measurement', text: 'clear', measure: { clearance }, branches: { within: '@end' } } }),
  },
});

const context = (clearance?: string): VisitContext =>
  new VisitContext({ ...DEMO_CONTEXT, procedures: { c: chart(clearance) } });
const CLEARING = context('CB');
const on = (state: VisitState): VisitState => changed(state, { supplies: { mains: 'on' } });

describe('a new board', () => {
  it('is to be cleared, and another part is not', () => {
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e').clearances).toEqual({ CB: 'open' });
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'K1', 'e').clearances).toEqual({});
    expect(fittedPart(CLEARING, EMPTY_VISIT, 'K1', 'e').conditions.fitted).toEqual({ K1: 'e' });
  });

  it('gets no power before it is cleared, where a chart can clear it', () => {
    const fitted = fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e');
    expect(powerUpRefusal(CLEARING, fitted)).toContain('gets no power before');
    expect(powerUpRefusal(context(), fitted)).toBeUndefined();
    expect(powerUpRefusal(context('LB'), fitted)).toBeUndefined();
    expect(powerUpRefusal(context(), { clearances: { CB: 'shorted' } })).toContain('is shorted');
    expect(powerUpRefusal(CLEARING, { clearances: { CB: 'cleared' } })).toBeUndefined();
  });

  it('that had power all the same is not forgotten, whichever came first', () => {
    const live = on(EMPTY_VISIT);
    const opened: VisitState = { ...live, clearances: { CB: 'open' } };
    expect(powered(CLEARING, live, opened, 'e').poweredUncleared).toEqual([{ board: 'CB', event: 'e' }]);
    const fitted = fittedPart(CLEARING, EMPTY_VISIT, 'CB', 'e');
    expect(powered(CLEARING, fitted, on(fitted), 'f').poweredUncleared).toEqual([{ board: 'CB', event: 'f' }]);
    expect(powered(CLEARING, opened, on(opened), 'g').poweredUncleared).toEqual([]);
    expect(powered(CLEARING, live, live, 'h')).toBe(live);
  });
});
