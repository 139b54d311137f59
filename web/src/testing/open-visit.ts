import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideStore, Store } from '@ngrx/store';
import { deleteDB } from 'idb';
import type { VisitDocument } from '@juxtameter/contract';
import halfDone from '../../../demo/data/visits/mist-line-2-half-done.json';
import { Api } from '../app/api/api';
import { LocalStore } from '../app/local/local-store';
import { preferencesFeature } from '../app/preferences/preferences.reducer';
import * as syncEffects from '../app/sync/sync.effects';
import { photoFeature } from '../app/photos/photo.reducer';
import { syncFeature } from '../app/sync/sync.reducer';
import { VisitActions } from '../app/visit/store/visit.actions';
import * as effects from '../app/visit/store/visit.effects';
import { visitFeature } from '../app/visit/store/visit.reducer';

/** A demo visit that is open, as its file has it and as a server has stored it. */
export const HALF_DONE = halfDone as unknown as VisitDocument;
export const HALF_DONE_STORED: VisitDocument = {
  ...HALF_DONE,
  events: HALF_DONE.events.map((event, index) => ({ ...event, seq: index + 1 })),
};

export function emptyBrowser(): Promise<void> {
  localStorage.clear();
  return deleteDB('juxtameter');
}

/** The real store and effects of an open visit over a made-up server; the browser's database is the real one. */
export async function openHalfDone(api: object, local: LocalStore): Promise<Store> {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideZonelessChangeDetection(),
      provideStore({
        [visitFeature.name]: visitFeature.reducer,
        [photoFeature.name]: photoFeature.reducer,
        [syncFeature.name]: syncFeature.reducer,
        [preferencesFeature.name]: preferencesFeature.reducer,
      }),
      provideEffects(effects, syncEffects),
      { provide: Api, useValue: api },
      { provide: LocalStore, useValue: local },
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(VisitActions.openRequested({ id: HALF_DONE.id }));
  await settled(local);
  return store;
}

/** Lets the browser's database, which answers in order, and every promise run out. */
export async function settled(local: LocalStore): Promise<void> {
  for (let round = 0; round < 4; round++) {
    await new Promise((resolve) => setTimeout(resolve, 30));
    await Promise.all([local.visits(), local.waiting()]);
  }
}
