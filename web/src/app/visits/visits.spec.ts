import { HttpErrorResponse } from '@angular/common/http';
import type { LibraryProcedure, VisitSummary } from '@juxtameter/contract';
import { problemWords, toApiProblem } from '../api/api-problem';
import { rankProcedures } from '../start/rank-procedures';
import { matches } from './visits.reducer';

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
