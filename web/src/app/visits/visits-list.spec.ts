import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects, type Actions } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import {
  LONGEST_PAGE,
  type VisitDocument,
  type VisitPage,
  type VisitQuery,
  type VisitSummary,
} from '@juxtameter/contract';
import { firstValueFrom, of, throwError, type Observable } from 'rxjs';
import { TestScheduler } from 'rxjs/testing';
import { HALF_DONE, HALF_DONE_STORED } from '../../testing/open-visit';
import { Api } from '../api/api';
import { LocalStore, type LocalVisit } from '../local/local-store';
import { VisitsActions } from './visits.actions';
import * as visitsEffects from './visits.effects';
import { openAt, visitsFeature } from './visits.reducer';

/** A unit whose one open visit was touched long before all others. */
const FAR_DOWN = 'far down';

/** A server with so many visits, every tenth of them open, which gives its list in pages. */
class ServerOfMany {
  isGone = false;
  readonly asked: VisitQuery[] = [];
  readonly wholes: string[] = [];
  readonly all: readonly VisitSummary[];

  constructor(count: number) {
    const all = Array.from({ length: count }, (_, index) => summary(index, index % 10 !== 0));
    if (count > 1500) all[1500] = { ...summary(1500, false), unit: FAR_DOWN };
    this.all = [...all.filter(({ closed }) => !closed), ...all.filter(({ closed }) => closed)];
  }

  visits(query: VisitQuery): Observable<VisitPage> {
    this.asked.push(query);
    if (this.isGone) return throwError(() => new HttpErrorResponse({ status: 0 }));
    const found = this.all
      .filter(({ complaint }) => complaint.includes(query.search ?? ''))
      .filter(({ unit }) => query.unit === undefined || unit === query.unit);
    const from = Number(query.after ?? 0);
    const to = from + Math.min(query.limit ?? 40, LONGEST_PAGE);
    return of({
      visits: found.slice(from, to),
      ...(to < found.length ? { next: `${to}` } : {}),
      found: {
        open: found.filter(({ closed }) => !closed).length,
        closed: found.filter(({ closed }) => closed).length,
      },
      untold: 0,
    });
  }

  visitsOf(ids: readonly string[]): Observable<VisitPage> {
    return of({ visits: this.all.filter(({ id }) => ids.includes(id)), untold: 0 });
  }

  visit(id: string): Observable<VisitDocument> {
    this.wholes.push(id);
    return of({ ...HALF_DONE, id });
  }

  eventsAfter(): Observable<{ readonly events: readonly [] }> {
    return of({ events: [] });
  }
}

function summary(index: number, closed: boolean): VisitSummary {
  return {
    id: `visit-${index}`,
    unit: 'u',
    unitName: 'Mist line 1',
    siteName: 'Fernhollow Nursery',
    complaint: `complaint ${index}.`,
    openedAt: '',
    lastAt: new Date(Date.UTC(2026, 0, 1) - index * 60_000).toISOString(),
    closed,
    findings: [],
    openBypasses: 0,
    waitsFor: closed ? 'Closed' : 'The next reading',
    events: 1,
  };
}

describe('the list of many visits', () => {
  let server: ServerOfMany;
  let kept: LocalVisit[];
  let forgotten: string[];
  let store: Store;

  function begin(count: number): void {
    server = new ServerOfMany(count);
    kept = [];
    forgotten = [];
    const local: Partial<LocalStore> = {
      visits: () => Promise.resolve(kept),
      waiting: () => Promise.resolve({}),
      forget: (ids) => Promise.resolve(void forgotten.push(...ids)),
      keepVisit: () => Promise.resolve(),
    };
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        { provide: Api, useValue: server },
        { provide: LocalStore, useValue: local },
        provideStore(),
        provideState(visitsFeature),
        provideEffects(visitsEffects),
      ],
    });
    store = TestBed.inject(Store);
  }

  async function settled(milliseconds = 30): Promise<void> {
    await new Promise((resolve) => setTimeout(resolve, milliseconds));
  }

  function shown(): readonly string[] {
    const open = store.selectSignal(visitsFeature.selectOpenFound)();
    const closed = store.selectSignal(visitsFeature.selectClosedFound)();
    return [...open, ...closed].map(({ id }) => id);
  }

  async function scrolledToEnd(): Promise<number> {
    let steps = 0;
    const state = () => store.selectSignal(visitsFeature.selectVisitsState)();
    while (state().next !== undefined && steps < 100) {
      store.dispatch(VisitsActions.moreWanted());
      await settled(1);
      steps += 1;
    }
    return steps;
  }

  it('tells of a visit open at the unit that is chosen, however far down it stands', async () => {
    begin(2000);
    const state = store.selectSignal(visitsFeature.selectVisitsState);
    store.dispatch(VisitsActions.loadRequested());
    await settled();
    expect(openAt(FAR_DOWN, state())).toEqual([]);
    store.dispatch(VisitsActions.unitAsked({ unit: FAR_DOWN }));
    await settled();
    expect(openAt(FAR_DOWN, state()).map(({ id }) => id)).toEqual(['visit-1500']);
    server.isGone = true;
    store.dispatch(VisitsActions.unitAsked({ unit: FAR_DOWN }));
    await settled();
    expect(state().ofUnit).toEqual({ unit: FAR_DOWN, visits: undefined });
  });

  it('comes in pages as somebody scrolls, every visit once and in its place, and counts them all from the first', async () => {
    begin(430);
    store.dispatch(VisitsActions.loadRequested());
    await settled();
    expect(shown().length).toBe(100);
    expect(store.selectSignal(visitsFeature.selectCounts)()).toEqual({ open: '43', closed: '387' });
    expect(await scrolledToEnd()).toBeGreaterThan(3);
    expect(shown()).toEqual(server.all.map(({ id }) => id));
    expect(store.selectSignal(visitsFeature.selectCounts)()).toEqual({ open: '43', closed: '387' });
    // Come back to: the whole list is still there, and nothing is asked for but the first page.
    const asked = server.asked.length;
    store.dispatch(VisitsActions.loadRequested());
    await settled();
    expect(shown()).toEqual(server.all.map(({ id }) => id));
    expect(server.asked.length).toBe(asked + 1);
  });

  it('is searched on the server: what is on no page yet is found', async () => {
    begin(430);
    store.dispatch(VisitsActions.loadRequested());
    await settled();
    store.dispatch(VisitsActions.searchChanged({ text: 'complaint 42' }));
    store.dispatch(VisitsActions.searchChanged({ text: 'complaint 429' }));
    expect(shown()).toEqual([]);
    expect(store.selectSignal(visitsFeature.selectIsSearching)()).toBeTrue();
    await settled(400);
    expect(shown()).toEqual(['visit-429']);
    // Asked once, for the last of what was typed.
    expect(server.asked.flatMap(({ search }) => search ?? [])).toEqual(['complaint 429']);
    expect(store.selectSignal(visitsFeature.selectRecent)()?.length).toBe(100);
    store.dispatch(VisitsActions.searchChanged({ text: '' }));
    await settled(400);
    expect(shown().length).toBe(100);
  });

  it('shows what only this device has, on whatever page it would stand, and searches in it without a server', async () => {
    begin(430);
    const alone = { ...HALF_DONE_STORED, id: HALF_DONE_STORED.id, isUnsent: true, isApart: false, setAside: {} };
    kept = [alone];
    store.dispatch(VisitsActions.loadRequested());
    // What folds a log here is fetched when there is one.
    for (let wait = 0; shown().length === 0 && wait < 100; wait += 1) await settled();
    expect(shown()).toContain(alone.id);
    expect(shown().length).toBe(101);
    server.isGone = true;
    store.dispatch(VisitsActions.searchChanged({ text: 'no such words' }));
    await settled(400);
    expect(shown()).toEqual([]);
    expect(store.selectSignal(visitsFeature.selectIsFromTablet)()).toBeTrue();
    store.dispatch(VisitsActions.searchChanged({ text: '' }));
    await settled(400);
    expect(shown()).toEqual([alone.id]);
  });

  it('keeps so many open visits on the device and no more, however many there are', async () => {
    begin(2000);
    store.dispatch(VisitsActions.loadRequested());
    await settled(100);
    expect(server.wholes.length).toBe(60);
    expect(new Set(server.wholes)).toEqual(new Set(server.all.slice(0, 60).map(({ id }) => id)));
    // Nor does a search bring older ones onto it.
    store.dispatch(VisitsActions.searchChanged({ text: 'complaint 19' }));
    await settled(400);
    expect(shown().length).toBeGreaterThan(0);
    expect(server.wholes.length).toBe(60);
  });

  it('takes up a page that answers to what was asked before as nothing', async () => {
    begin(430);
    store.dispatch(VisitsActions.loadRequested());
    await settled();
    const before = shown();
    store.dispatch(VisitsActions.moreLoaded({ after: 'another', page: { visits: [summary(900, true)], untold: 0 } }));
    store.dispatch(
      VisitsActions.loaded({
        search: 'older',
        page: { visits: [], untold: 0 },
        own: [],
        isFromTablet: false,
        stored: [],
      }),
    );
    expect(shown()).toEqual(before);
  });

  it('is asked for again while the server reads visits anew, until it is left', () => {
    const told = (untold: number) =>
      VisitsActions.loaded({ search: '', page: { visits: [], untold }, own: [], isFromTablet: false, stored: [] });
    const scheduler = new TestScheduler((actual, expected) => expect(actual).toEqual(expected));
    scheduler.run(({ hot, expectObservable }) => {
      const actions = hot('u 9999ms u 999ms l 8999ms d', {
        u: told(3),
        d: told(0),
        l: VisitsActions.left({ scrolledTo: 0 }),
      });
      expectObservable(visitsEffects.askAgainForUntold(actions as unknown as Actions)).toBe('3s r', {
        r: VisitsActions.loadRequested(),
      });
    });
  });

  it('believes no answer that is none', async () => {
    begin(1);
    for (const answer of [null, {}, [], { visits: 'many' }]) {
      const api = { visits: () => of(answer) } as unknown as Api;
      const action = await TestBed.runInInjectionContext(() =>
        firstValueFrom(
          visitsEffects.loadVisits(
            of(VisitsActions.loadRequested()) as unknown as Actions,
            api,
            { visits: () => Promise.resolve([]) } as unknown as LocalStore,
            store,
          ),
        ),
      );
      expect(action).toEqual(VisitsActions.loadFailed({ problem: { kind: 'no-server' } }));
    }
  });
});
