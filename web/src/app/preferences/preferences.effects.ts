import { DOCUMENT, inject } from '@angular/core';
import { createEffect } from '@ngrx/effects';
import { Store } from '@ngrx/store';
import { tap } from 'rxjs';
import { preferencesFeature } from './preferences.reducer';
import { storePreferences } from './stored-preferences';

/** Shows the theme and remembers every preference. */
export const applyPreferences = createEffect(
  (store = inject(Store), document = inject(DOCUMENT)) =>
    store.select(preferencesFeature.selectPreferencesState).pipe(
      tap((preferences) => {
        const isDark = preferences.theme === 'dark';
        document.documentElement.classList.toggle('dark', isDark);
        document.querySelector('meta[name=theme-color]')?.setAttribute('content', isDark ? '#12181b' : '#eef0ea');
        storePreferences(preferences);
      }),
    ),
  { functional: true, dispatch: false },
);
