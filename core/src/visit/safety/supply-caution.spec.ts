import type { SupplyState, WalkableStep } from '../../procedure';
import { envelope, uuid } from '../../testing/demo';
import { EMPTY_VISIT, type EventEnvelope, type VisitState } from '../record';
import { changedConditions, madeUnknown, proofsRevoked, suppliesOfStep } from '.';

/** How much may happen to hands there: unknown is never less than on. */
const DANGER: Readonly<Record<Exclude<SupplyState, 'proven-dead'>, number>> = {
  on: 4,
  unknown: 4,
  off: 3,
  locked: 2,
  'plug-out': 1,
};
const ALL: readonly SupplyState[] = ['on', 'unknown', 'off', 'locked', 'plug-out', 'proven-dead'];

const tablet = (seq: number | undefined, seenSeq: number, device: number): EventEnvelope => ({
  ...envelope(1),
  device: uuid(device),
  seenSeq,
  ...(seq === undefined ? {} : { seq }),
});

function at(supply: SupplyState, event: EventEnvelope): VisitState {
  const proven = new Set(supply === 'proven-dead' ? ['mains'] : []);
  return { ...EMPTY_VISIT, ...changedConditions(EMPTY_VISIT, { supplies: { mains: supply } }, event, proven) };
}

function claimed(state: VisitState, supply: SupplyState, event: EventEnvelope): SupplyState | undefined {
  const proven = new Set(supply === 'proven-dead' ? ['mains'] : []);
  return changedConditions(state, { supplies: { mains: supply } }, event, proven).conditions.supplies?.['mains'];
}

describe('what is claimed of a supply', () => {
  it('holds where its device had seen the change before it', () => {
    for (const before of ALL)
      for (const now of ALL) {
        expect(claimed(at(before, tablet(7, 0, 1)), now, tablet(9, 7, 2)))
          .withContext(`${before}, ${now}`)
          .toBe(now);
        expect(claimed(at(before, tablet(7, 0, 1)), now, tablet(9, 0, 1)))
          .withContext(`${before}, ${now}`)
          .toBe(now);
      }
  });

  it('never calms where it comes late from another device', () => {
    for (const before of ALL)
      for (const now of ALL) {
        const merged = claimed(at(before, tablet(7, 0, 1)), now, tablet(9, 6, 2));
        const words = `${before}, then late ${now}`;
        if (before === 'proven-dead' || now === 'proven-dead') expect(merged).withContext(words).toBe('unknown');
        else {
          expect([before, now])
            .withContext(words)
            .toContain(merged as 'on');
          expect(DANGER[merged as 'on'])
            .withContext(words)
            .toBe(Math.max(DANGER[before], DANGER[now]));
        }
      }
  });

  it('counts what the server has not ordered yet as the newest', () => {
    const waiting = at('on', tablet(undefined, 0, 1));
    expect(claimed(waiting, 'locked', tablet(99, 98, 2))).toBe('on');
  });

  it('proves nothing dead by word', () => {
    const state = at('locked', tablet(1, 0, 1));
    expect(
      changedConditions(state, { supplies: { mains: 'proven-dead' } }, tablet(2, 1, 1)).conditions.supplies,
    ).toEqual({ mains: 'locked' });
  });

  it('leaves what it does not speak of as it was, the very same', () => {
    const state = at('on', tablet(1, 0, 1));
    const { supplyChanges, conditions } = changedConditions(state, { calls: { mist: 'on' } }, tablet(2, 1, 1));
    expect(supplyChanges).toBe(state.supplyChanges);
    expect(conditions.supplies).toEqual({ mains: 'on' });
    const silent = changedConditions(state, { supplies: { mains: 'proven-dead' } }, tablet(2, 1, 2));
    expect(silent.supplyChanges).toBe(state.supplyChanges);
    expect(changedConditions(state, undefined, tablet(2, 1, 1))).toBe(state);
    expect(madeUnknown(state, [])).toBe(state);
  });

  it('falls to unknown, and every proof with it', () => {
    const dead = at('proven-dead', tablet(1, 0, 1));
    expect(madeUnknown(dead, ['mains']).conditions.supplies?.['mains']).toBe('unknown');
    expect(proofsRevoked(dead).conditions.supplies?.['mains']).not.toBe('proven-dead');
    expect(proofsRevoked(at('locked', tablet(1, 0, 1))).conditions.supplies?.['mains']).toBe('locked');
  });
});

describe('the supplies a step speaks of', () => {
  const of = (step: Partial<WalkableStep>): readonly string[] => suppliesOfStep(step as WalkableStep);

  it('are those it sets, in its moves, its outcomes and its proof', () => {
    const sets = { supplies: { a: 'off' } } as const;
    expect(of({ kind: 'action', sets, recipe: [{ do: 'x', sets: { supplies: { b: 'on' } } }, { do: 'y' }] })).toEqual([
      'a',
      'b',
    ]);
    expect(of({ kind: 'conclusion', sets })).toEqual(['a']);
    expect(
      of({ kind: 'measurement', measure: { proofOfDead: ['c'] }, sets: { within: sets, low: { calls: { x: 'on' } } } }),
    ).toEqual(['c', 'a']);
    expect(of({ kind: 'measurement', measure: {} })).toEqual([]);
    expect(of({ kind: 'observation' })).toEqual([]);
    expect(suppliesOfStep(undefined)).toEqual([]);
  });
});
