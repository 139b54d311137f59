import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Action } from '@ngrx/store';
import type { History, Unit } from '@juxtameter/contract';
import { firstValueFrom, of, throwError, toArray, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { LibraryActions } from '../library/library.actions';
import { LocalStore } from '../local/local-store';
import { HistoryActions } from '../history/history.actions';
import { loadHistory } from '../history/history.effects';
import { historyFeature } from '../history/history.reducer';
import { UnitActions } from './unit.actions';
import { saveUnit } from './unit.effects';
import { unitFeature } from './unit.reducer';

const UNIT: Unit = { id: 'fan', site: 'shed', name: 'Fan', unitModel: 'no-wiring-list' };
const HISTORY: History = { fan: [] };

describe('putting a unit on file', () => {
  async function saved(api: Partial<Api>, site?: { id: string; name: string }): Promise<readonly Action[]> {
    const requested = UnitActions.saveRequested({ unit: UNIT, ...(site ? { site } : {}) });
    return TestBed.runInInjectionContext(() =>
      firstValueFrom((saveUnit(of(requested) as never, api as Api) as Observable<Action>).pipe(toArray())),
    );
  }

  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  it('puts a new site there first, then the unit, then asks for the library anew', async () => {
    const calls: string[] = [];
    const api: Partial<Api> = {
      putSite: (site) => (calls.push(`site ${site.id}`), of(site)),
      putUnit: (unit) => (calls.push(`unit ${unit.id}`), of(unit)),
    };
    const actions = await saved(api, { id: 'shed', name: 'Shed' });
    expect(calls).toEqual(['site shed', 'unit fan']);
    expect(actions).toEqual([LibraryActions.loadRequested(), UnitActions.saved({ id: 'fan' })]);
    await saved(api);
    expect(calls.slice(2)).toEqual(['unit fan']);
  });

  it('says what the server refused, and that nothing is being saved any more', async () => {
    const [failed] = await saved({ putUnit: () => throwError(() => new HttpErrorResponse({ status: 0 })) });
    expect(failed?.type).toBe(UnitActions.saveFailed.type);
    const busy = unitFeature.reducer(undefined, UnitActions.saveRequested({ unit: UNIT }));
    expect(busy.isSaving).toBeTrue();
    const after = unitFeature.reducer(busy, failed as never);
    expect(after.isSaving).toBeFalse();
    expect(after.problem).toBeDefined();
    expect(unitFeature.reducer(after, UnitActions.formOpened()).problem).toBeUndefined();
  });
});

describe('the history of the units', () => {
  async function loaded(api: Partial<Api>, local: Partial<LocalStore>): Promise<Action> {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection()],
    });
    return TestBed.runInInjectionContext(() =>
      firstValueFrom(
        loadHistory(
          of(HistoryActions.loadRequested({ sites: ['s'] })) as never,
          api as Api,
          local as LocalStore,
        ) as Observable<Action>,
      ),
    );
  }

  it('comes from the server, else from the tablet, else is said to be missing', async () => {
    const none: Partial<Api> = { history: () => throwError(() => new Error('no server')) };
    expect(await loaded({ history: () => of({ s: HISTORY }) }, {})).toEqual(
      HistoryActions.loaded({ sites: ['s'], histories: { s: HISTORY }, isFromTablet: false }),
    );
    TestBed.resetTestingModule();
    expect(await loaded(none, { histories: () => Promise.resolve({ s: HISTORY }) })).toEqual(
      HistoryActions.loaded({ sites: ['s'], histories: { s: HISTORY }, isFromTablet: true }),
    );
    TestBed.resetTestingModule();
    const missing = await loaded(none, { histories: () => Promise.reject(new Error('blocked')) });
    expect(missing).toEqual(HistoryActions.loadFailed({ sites: ['s'] }));
    const state = historyFeature.reducer(undefined, missing as never);
    expect(state.isMissing).toBeTrue();
    const told = HistoryActions.loaded({ sites: ['s'], histories: { s: HISTORY }, isFromTablet: false });
    const known = historyFeature.reducer(state, told);
    expect(historyFeature.reducer(known, HistoryActions.loadFailed({ sites: ['s'] })).histories).toEqual({
      s: HISTORY,
    });
    expect(historyFeature.reducer(known, HistoryActions.loadFailed({ sites: ['s'] })).isMissing).toBeFalse();
    // Of another site nothing is known: that it had no visits is not said.
    expect(historyFeature.reducer(known, HistoryActions.loadFailed({ sites: ['other'] })).isMissing).toBeTrue();
    const older = HistoryActions.loaded({ sites: ['other'], histories: { s: {} }, isFromTablet: true });
    expect(historyFeature.reducer(known, older)).toEqual({
      histories: { s: HISTORY },
      isFromTablet: true,
      isMissing: true,
    });
  });
});
