import fc from 'fast-check';
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

  it('loses none that is in, where two tablets gave one name to two', () => {
    const points = { p: ['X.1', 'X.2'], q: ['X.2', 'X.1'], r: ['X.3', 'X.4'] } as const;
    const deed = fc.record({
      name: fc.constantFrom('jumper-1', 'jumper-2'),
      at: fc.constantFrom('p', 'q', 'r', 'out'),
    });
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 10 }), (deeds) => {
        let state = EMPTY_VISIT;
        // Whoever stands before the board: jumpers by name, the last put in on top; `p` and `q` are one place.
        const seen: Record<string, string[]> = { 'jumper-1': [], 'jumper-2': [] };
        deeds.forEach(({ name, at }, index) => {
          const place = at === 'q' ? 'p' : at;
          if (at === 'out') state = bypassRemoved(state, name, '2026-11-20T09:00:00.000Z');
          else {
            const [from, to] = points[at];
            state = bypassPlaced(state, envelope(index), { bypass: name, from, to, why: 'test' });
          }
          const stack = seen[name] ?? [];
          seen[name] = at === 'out' ? stack.slice(0, -1) : [...stack.filter((each) => each !== place), place];
        });
        for (const [name, stack] of Object.entries(seen)) {
          expect(openBypasses(state).filter(({ bypass }) => bypass === name).length).toBe(stack.length);
          expect(state.conditions.bypasses?.[name] === 'in').toBe(stack.length > 0);
        }
      }),
    );
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
