import { createFeature, createReducer, on } from '@ngrx/store';
import { PreferencesActions } from './preferences.actions';
import { readPreferences } from './stored-preferences';

export const preferencesFeature = createFeature({
  name: 'preferences',
  reducer: createReducer(
    readPreferences(),
    on(PreferencesActions.themeToggled, (state) => ({
      ...state,
      theme: state.theme === 'dark' ? ('light' as const) : ('dark' as const),
    })),
    on(PreferencesActions.technicianNamed, (state, { technician }) => ({ ...state, technician })),
    on(PreferencesActions.meterChosen, (state, { meter }) => ({ ...state, meter })),
  ),
});
