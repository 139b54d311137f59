import { DEMO_CONTEXT, VisitDriver } from '../../testing/demo';
import { VisitContext, type EventBody } from '../record';
import type { Unmet } from '../walking';
import { fixFor } from './unmet-fix';

const STATE = new VisitDriver(DEMO_CONTEXT).open().state;

function fix(group: Unmet['group'], id: string, state: string): { readonly label: string; readonly body: EventBody } {
  const found = fixFor(DEMO_CONTEXT, STATE, { group, id, state, found: 'unknown', words: '' });
  if (!found) throw new Error(`no tap for ${group} ${id} ${state}`);
  return found;
}

describe('the tap that makes a condition hold', () => {
  it('notes what a supply, a call or a plug is now, and what a call may start', () => {
    expect(fix('supplies', 'mains', 'on')).toEqual({
      label: 'It is on now',
      body: { type: 'supply-changed', supply: 'mains', state: 'on' },
    });
    const call = fix('calls', 'mist', 'on');
    expect(call.label).toContain('it may start: mist pump');
    expect(call.body).toEqual({ type: 'call-changed', call: 'mist', state: 'on' });
    expect(fix('calls', 'mist', 'off').label).toBe('The call is off now');
    expect(fix('connectors', 'CB.X1', 'out')).toEqual({
      label: 'Plug X1 is out now',
      body: { type: 'connector-changed', connector: 'CB.X1', state: 'out' },
    });
  });

  it('never notes a supply as proven dead: it leads to the proof', () => {
    expect(fix('supplies', 'control', 'proven-dead')).toEqual({
      label: 'Prove it dead',
      body: { type: 'step-jumped', to: 'prove-dead', reason: 'needs proven dead' },
    });
    const without = new VisitContext({ ...DEMO_CONTEXT, procedures: {} });
    const unmet: Unmet = { group: 'supplies', id: 'mains', state: 'proven-dead', found: 'on', words: '' };
    expect(fixFor(without, STATE, unmet)).toBeUndefined();
  });

  it('tells a lead that is lifted from one that sits again, and names where it is off', () => {
    expect(fix('leads', 'w14', 'on').label).toBe('It is back on');
    expect(fix('leads', 'w14', 'CB.X1.4')).toEqual({
      label: 'It is off X1·4 now',
      body: { type: 'condition-noted', group: 'leads', item: 'w14', state: 'CB.X1.4' },
    });
  });

  it('notes what is pressed, held, open, turned or repaired', () => {
    expect(fix('press', 'K1', 'pressed').label).toBe('Pump contactor K1 is pressed now');
    for (const group of ['interlocks', 'covers', 'positions', 'facts'] as const)
      expect(fix(group, 'x', 'held').body).toEqual({ type: 'condition-noted', group, item: 'x', state: 'held' });
    expect(fix('repaired', 'F1', 'repaired')).toEqual({
      label: 'Control fuse F1 is repaired',
      body: { type: 'repair-done', items: ['F1'], text: 'Control fuse F1 repaired' },
    });
  });

  it('offers nothing where only time or hands help', () => {
    const waits: Unmet = { group: 'after', id: 'call:mist', state: 'in time', found: 'too early', words: '20 s to go' };
    expect(fixFor(DEMO_CONTEXT, STATE, waits)).toBeUndefined();
    const jumper: Unmet = { group: 'bypasses', id: 'b', state: 'out', found: 'in', words: '' };
    expect(fixFor(DEMO_CONTEXT, STATE, jumper)).toBeUndefined();
  });
});
