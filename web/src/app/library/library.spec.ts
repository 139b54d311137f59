import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Action } from '@ngrx/store';
import type { Library } from '@juxtameter/contract';
import { firstValueFrom, of, throwError, toArray, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { LocalStore, type MissingDocument } from '../local/local-store';
import { SyncActions } from '../sync/sync.actions';
import { LibraryActions } from './library.actions';
import { keepLibrary } from './library.effects';
import { libraryFeature } from './library.reducer';

const LIBRARY = {
  sites: [],
  units: [
    { id: 'a', site: 's', name: 'A', unitModel: 'fan' },
    { id: 'b', site: 's', name: 'B', unitModel: 'pump' },
  ],
  unitModels: [],
  procedures: [],
  meters: [],
} as Library;
const MISSING: readonly MissingDocument[] = [
  { of: 'unit-model', id: 'fan', hash: '1' },
  { of: 'unit-model', id: 'pump', hash: '2' },
];

describe('what is fetched for a place without a server', () => {
  const kept: string[] = [];
  const local = {
    keepLibrary: () => Promise.resolve(),
    missing: () => Promise.resolve(MISSING),
    keepDocument: ({ id }: MissingDocument) => Promise.resolve(void kept.push(id)),
  } as unknown as LocalStore;

  beforeEach(() => {
    kept.length = 0;
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  });

  async function told(api: Partial<Api>, isFromTablet = false, store = local): Promise<readonly Action[]> {
    const loaded = LibraryActions.loaded({ library: LIBRARY, isFromTablet });
    return TestBed.runInInjectionContext(() =>
      firstValueFrom((keepLibrary(of(loaded) as never, api as Api, store) as Observable<Action>).pipe(toArray())),
    );
  }

  const ready = (count: number): Action => LibraryActions.keptHere({ ready: { ready: count, of: 2 } });

  it('is told document by document', async () => {
    expect(await told({ document: () => of({}) })).toEqual([ready(0), ready(1), ready(2)]);
    expect(kept).toEqual(['fan', 'pump']);
  });

  it('stays at what is here when the server goes away in the middle', async () => {
    let asked = 0;
    const document = () => (asked++ === 0 ? of({}) : throwError(() => new HttpErrorResponse({ status: 0 })));
    expect(await told({ document })).toEqual([ready(0), ready(1)]);
  });

  it('is told without a server as well, and fetches nothing then', async () => {
    expect(await told({}, true)).toEqual([ready(0)]);
    expect(kept).toEqual([]);
  });

  it('says when this device has no room', async () => {
    const full = { ...local, keepLibrary: () => Promise.reject(new DOMException('full', 'QuotaExceededError')) };
    const [problem] = await told({}, false, full as unknown as LocalStore);
    expect(problem?.type).toBe(SyncActions.storageFailed.type);
  });

  it('is forgotten by no later library', () => {
    const here = libraryFeature.reducer(undefined, ready(2) as never);
    const after = libraryFeature.reducer(here, LibraryActions.loaded({ library: LIBRARY, isFromTablet: true }));
    expect(after.ready).toEqual({ ready: 2, of: 2 });
  });
});
