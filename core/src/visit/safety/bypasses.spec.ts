import { envelope } from '../../testing/demo';
import { EMPTY_VISIT, openBypasses, type VisitState } from '../record';
import { bypassPlaced, bypassRemoved, placedByStep } from '.';

const A = { bypass: 'a', from: 'X.1', to: 'X.2', why: 'test' };
const B = { ...A, bypass: 'b' };
const names = (state: VisitState): readonly string[] => openBypasses(state).map(({ bypass }) => bypass);

describe('the list of bypasses', () => {
  it('has each open one once, and those that were taken out besides', () => {
    let state = bypassPlaced(EMPTY_VISIT, envelope(0), A);
    state = bypassPlaced(state, envelope(1), B);
    state = bypassPlaced(state, envelope(2), { ...A, why: 'again' });
    expect(names(state)).toEqual(['b', 'a']);
    expect(state.bypasses.length).toBe(2);
    state = bypassRemoved(state, 'a', '2026-11-20T09:00:00.000Z');
    expect(names(state)).toEqual(['b']);
    expect(state.conditions.bypasses).toEqual({ a: 'out', b: 'in' });
    state = bypassPlaced(state, envelope(3), A);
    expect(names(state)).toEqual(['b', 'a']);
    expect(state.bypasses.length).toBe(3);
    const again = bypassRemoved(state, 'a', '2026-11-20T10:00:00.000Z');
    expect(again.bypasses.filter(({ bypass }) => bypass === 'a').map(({ removedAt }) => removedAt)).toEqual([
      '2026-11-20T09:00:00.000Z',
      '2026-11-20T10:00:00.000Z',
    ]);
  });

  it('makes the call of one that hands put in, and not of one that only counts as in', () => {
    const made = bypassPlaced(EMPTY_VISIT, envelope(0), { ...A, makes: 'mist' });
    expect(made.conditions.calls).toEqual({ mist: 'on' });
    expect(made.bypasses[0]?.unconfirmed).toBeFalse();
    const counted = bypassPlaced(EMPTY_VISIT, envelope(0), { ...A, makes: 'mist' }, true);
    expect(counted.conditions.calls).toBeUndefined();
    expect(counted.bypasses[0]?.unconfirmed).toBeTrue();
    expect(bypassPlaced(EMPTY_VISIT, envelope(0), A).conditions.calls).toBeUndefined();
  });

  it('takes what an action puts in, and nothing of other steps', () => {
    const bypass = { id: 'j', from: 'X.1', to: 'X.2', why: 'test' };
    expect(placedByStep({ kind: 'action', text: '', bypass, next: '@end' })?.bypass).toBe('j');
    expect(placedByStep({ kind: 'action', text: '', next: '@end' })).toBeUndefined();
    expect(placedByStep({ kind: 'observation', text: '', answers: {} })).toBeUndefined();
    expect(placedByStep(undefined)).toBeUndefined();
  });
});
