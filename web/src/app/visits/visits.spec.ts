import { HttpErrorResponse } from '@angular/common/http';
import { runningOf, type LibraryProcedure, type VisitSummary } from '@juxtameter/contract';
import fc from 'fast-check';
import { problemWords, toApiProblem } from '../api/api-problem';
import { rankProcedures } from '../start/rank-procedures';
import { VisitsActions } from './visits.actions';
import { matches, visitsFeature } from './visits.reducer';

const visit: VisitSummary = {
  id: 'v',
  unit: 'u',
  unitName: 'Mist line 1',
  siteName: 'Fernhollow Nursery',
  complaint: 'No mist since the frost',
  openedAt: '',
  lastAt: '',
  closed: true,
  findings: ['The float switch stays open.'],
  openBypasses: 0,
  waitsFor: 'Closed',
  events: 1,
};

describe('searching visits', () => {
  it('finds every word anywhere in what is shown', () => {
    expect(matches(visit, 'float FROST')).toBeTrue();
    expect(matches(visit, '')).toBeTrue();
    expect(matches(visit, 'float zebra')).toBeFalse();
  });
});

describe('charts for a complaint', () => {
  const chart = (id: string, complaints: string[], unitModel = 'panel'): LibraryProcedure => ({
    id,
    title: id,
    unitModel,
    complaints,
    hash: '',
  });

  it('come first where they share its words, and never from another unit model', () => {
    const charts = [
      chart('leaks', ['water on the floor']),
      chart('silent', ['pump does not start']),
      chart('other', ['pump does not start'], 'vent'),
    ];
    expect(rankProcedures(charts, 'panel', 'The PUMP will not start!').map((each) => each.id)).toEqual([
      'silent',
      'leaks',
    ]);
  });
});

describe('a failed request', () => {
  it('tells nobody there from somebody who refused', () => {
    expect(toApiProblem(new HttpErrorResponse({ status: 0 }))).toEqual({ kind: 'no-server' });
    const refused = toApiProblem(
      new HttpErrorResponse({
        status: 422,
        error: { type: 'urn:juxtameter:problem:not-acceptable-content', detail: 'Nothing was stored.', errors: [] },
      }),
    );
    expect(problemWords(refused)).toBe('Nothing was stored.');
    expect(problemWords({ kind: 'no-server' })).toContain('No answer');
    expect(() => toApiProblem(new Error('bug'))).toThrowError('bug');
  });
});

describe('temporary repairs above the list', () => {
  const told = (visit: number, made: readonly number[], ended: readonly number[]): VisitSummary => ({
    ...visit0(visit),
    ...(made.length === 0
      ? {}
      : { temporaries: made.map((each) => ({ id: `t${each}`, text: `t${each}`, until: `2026-12-${10 + each}` })) }),
    ...(ended.length === 0 ? {} : { ended: ended.map((each) => `t${each}`) }),
  });
  const visit0 = (number: number): VisitSummary => ({ ...visit, id: `v${number}` });

  it('are what all visits tell together, where this device is ahead in some of them', () => {
    // A visit makes temporary repairs of its own number and may end any; on this device it may have gone on.
    const some = fc.record({
      made: fc.boolean(),
      ended: fc.uniqueArray(fc.nat(3), { maxLength: 3 }),
      madeSince: fc.boolean(),
      endedSince: fc.uniqueArray(fc.nat(3), { maxLength: 2 }),
      isAhead: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(some, { minLength: 4, maxLength: 4 }), (drawn) => {
        // Nobody ends on the server what the server has not been told of.
        const visits = drawn.map((each) => ({ ...each, ended: each.ended.filter((number) => drawn[number]?.made) }));
        const stored = visits.map(({ made, ended }, number) => told(number, made ? [number] : [], ended));
        const own = visits.flatMap(({ made, ended, madeSince, endedSince, isAhead }, number) =>
          isAhead ? [told(number, made || madeSince ? [number] : [], [...new Set([...ended, ...endedSince])])] : [],
        );
        const page = { visits: stored, untold: 0, temporaries: runningOf(stored) };
        const action = VisitsActions.loaded({ search: '', page, own, isFromTablet: false, stored: [] });
        const state = visitsFeature.reducer(undefined, action);
        const shown = visitsFeature.selectTemporaries.projector(state.running, state.endedThere, state.own);
        const ahead = new Map(own.map((each) => [each.id, each]));
        const open = new Set<string>();
        const all = stored.map((each) => ahead.get(each.id) ?? each);
        for (const { temporaries = [] } of all) for (const { id } of temporaries) open.add(id);
        for (const { ended = [] } of all) for (const id of ended) open.delete(id);
        expect(new Set(shown.map(({ id }) => id))).toEqual(open);
        expect(shown.map(({ until }) => until)).toEqual([...shown.map(({ until }) => until)].sort());
      }),
    );
  });
});
