import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { isDevMode, provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideStore } from '@ngrx/store';
import { provideServiceWorker } from '@angular/service-worker';
import { ourAnswers } from './api/our-answers';
import { provideParts } from './kit/provide-parts';
import { routes } from './app.routes';
import * as historyEffects from './history/history.effects';
import { historyFeature } from './history/history.reducer';
import * as libraryEffects from './library/library.effects';
import { libraryFeature } from './library/library.reducer';
import * as photoEffects from './photos/photo.effects';
import { photoFeature } from './photos/photo.reducer';
import * as preferencesEffects from './preferences/preferences.effects';
import { preferencesFeature } from './preferences/preferences.reducer';
import * as spareEffects from './spares/spare.effects';
import { spareFeature } from './spares/spare.reducer';
import * as syncEffects from './sync/sync.effects';
import { syncFeature } from './sync/sync.reducer';
import { startFeature } from './start/start.reducer';
import * as visitsEffects from './visits/visits.effects';
import { visitsFeature } from './visits/visits.reducer';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding()),
    provideHttpClient(withFetch(), withInterceptors([ourAnswers])),
    provideStore({
      [historyFeature.name]: historyFeature.reducer,
      [libraryFeature.name]: libraryFeature.reducer,
      [photoFeature.name]: photoFeature.reducer,
      [preferencesFeature.name]: preferencesFeature.reducer,
      [spareFeature.name]: spareFeature.reducer,
      [startFeature.name]: startFeature.reducer,
      [syncFeature.name]: syncFeature.reducer,
      [visitsFeature.name]: visitsFeature.reducer,
    }),
    provideEffects(
      historyEffects,
      libraryEffects,
      photoEffects,
      preferencesEffects,
      spareEffects,
      syncEffects,
      visitsEffects,
    ),
    provideServiceWorker('page-worker.js', { enabled: !isDevMode(), registrationStrategy: 'registerWhenStable:3000' }),
    provideParts(),
  ],
};
