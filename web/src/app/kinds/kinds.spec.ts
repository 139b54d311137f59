import { HttpErrorResponse } from '@angular/common/http';
import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Action } from '@ngrx/store';
import type { KindDocuments } from '@juxtameter/contract';
import { firstValueFrom, of, throwError, type Observable } from 'rxjs';
import { Api } from '../api/api';
import { LocalStore } from '../local/local-store';
import { KindActions } from './kind.actions';
import { loadKind, loadMeters } from './kind.effects';
import { kindFeature } from './kind.reducer';
import { readContext } from './read-context';

const KIND: KindDocuments = {
  unitModel: {
    format: 'juxtameter/unit-model',
    version: 1,
    id: 'fan-box',
    name: 'Fan box',
    supplies: [],
    boards: [],
    devices: [],
    wires: [],
  },
  procedures: [
    {
      format: 'juxtameter/procedure',
      version: 1,
      id: 'listen',
      title: 'Listen',
      unitModel: 'any',
      complaints: [],
      start: 'look',
      steps: { look: { kind: 'action', text: 'Listen.', next: 'end' } },
    } as never,
  ],
};
const NO_SERVER = () => throwError(() => new HttpErrorResponse({ status: 0 }));
const NO_API = { library: NO_SERVER } as Partial<Api>;

describe('documents that are read without a visit', () => {
  beforeEach(() => TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] }));

  async function answered(effect: typeof loadKind, action: Action, local: Partial<LocalStore>): Promise<Action> {
    return TestBed.runInInjectionContext(() =>
      firstValueFrom(effect(of(action) as never, NO_API as Api, local as LocalStore) as Observable<Action>),
    );
  }

  it('come from what this device keeps when no server answers', async () => {
    const asked = KindActions.kindRequested({ unitModel: 'fan-box' });
    const kept = await answered(loadKind, asked, { kind: () => Promise.resolve(KIND) });
    expect(kept).toEqual(KindActions.kindLoaded({ kind: KIND }));
  });

  for (const [name, effect, action, local] of [
    ['kind', loadKind, KindActions.kindRequested({ unitModel: 'fan-box' }), { kind: () => Promise.resolve(undefined) }],
    [
      'kind, from a broken store',
      loadKind,
      KindActions.kindRequested({ unitModel: 'fan-box' }),
      { kind: () => Promise.reject(new Error()) },
    ],
    ['meters', loadMeters, KindActions.metersRequested(), { meters: () => Promise.resolve([]) }],
  ] as const)
    it(`say why, where nothing is kept: ${name}`, async () => {
      const failed = await answered(effect, action, local as Partial<LocalStore>);
      expect(failed).toEqual(KindActions.failed({ problem: { kind: 'no-server' } }));
    });

  it('one kind is never shown for another while that is fetched', () => {
    const read = kindFeature.reducer(undefined, KindActions.kindLoaded({ kind: KIND }));
    expect(kindFeature.reducer(read, KindActions.kindRequested({ unitModel: 'fan-box' })).kind).toBe(KIND);
    expect(kindFeature.reducer(read, KindActions.kindRequested({ unitModel: 'vent' })).kind).toBeUndefined();
  });

  it('a chart for any kind of unit is no chart of this kind, but is read as one when it is opened', () => {
    expect(readContext(KIND).procedures['listen']).toBeUndefined();
    expect(readContext(KIND, 'listen').procedures['listen']?.title).toBe('Listen');
  });
});
