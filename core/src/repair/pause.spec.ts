import fc from 'fast-check';
import { VisitDriver } from '../testing/demo';
import { walkAnywhere } from '../testing/random-walk';
import { isPointDead } from '../testing/dead-points';
import { dueDates, pauseOf } from '.';

const PAUSE = { type: 'visit-paused', reason: 'a float switch', until: '2026-12-04' } as const;

describe('a visit that goes on another day', () => {
  it('knows nothing of the machine any more, wherever it was paused: every supply is unknown and nothing is dead', () => {
    fc.assert(
      fc.property(fc.array(fc.nat(20), { maxLength: 40 }), (choices) => {
        const visit = walkAnywhere(new VisitDriver().open(), choices);
        const { step } = visit.state;
        visit.log(PAUSE);
        const { supplies = {}, calls } = visit.state.conditions;
        expect(Object.values(supplies).every((state) => state === 'unknown')).toBeTrue();
        expect(calls).toBeUndefined();
        expect(isPointDead(visit.state)).toBeFalse();
        expect(visit.state.step).toBe(step);
      }),
      { numRuns: 60 },
    );
  });

  it('waits until somebody does something at the machine; what is written from afar ends no pause', () => {
    const visit = new VisitDriver().open();
    expect(pauseOf(visit.state)).toBeUndefined();
    const { id } = visit.log(PAUSE);
    visit.log({ type: 'visit-resumed', awaySeconds: 86_400 });
    visit.log({ type: 'note-added', text: 'supplier says Thursday' });
    visit.log({ type: 'intake-recorded', topic: 'people', text: 'key at the gate', grade: 'reported' });
    visit.log({ type: 'handed-over', to: 'Finch' });
    visit.log({ type: 'person-told', whom: 'the owner', what: 'no mist until Friday' });
    expect(pauseOf(visit.state)?.id).toBe(id);
    expect(dueDates(visit.context, visit.state).map(({ day, words }) => [day, words])).toEqual([
      ['2026-12-04', 'Go on: a float switch'],
    ]);
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'off' });
    expect(pauseOf(visit.state)).toBeUndefined();
    expect(dueDates(visit.context, visit.state)).toEqual([]);
  });

  it('taken back, is none; what it made unknown stays so', () => {
    const visit = new VisitDriver().open();
    visit.log({ type: 'supply-changed', supply: 'mains', state: 'locked' });
    const { id } = visit.log(PAUSE);
    visit.log({ type: 'retracted', event: id });
    expect(pauseOf(visit.state)).toBeUndefined();
    expect(visit.state.conditions.supplies?.['mains']).toBe('unknown');
  });
});
