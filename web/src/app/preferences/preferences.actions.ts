import { createActionGroup, emptyProps, props } from '@ngrx/store';

export type Theme = 'light' | 'dark';

export const PreferencesActions = createActionGroup({
  source: 'Preferences',
  events: {
    'Theme Toggled': emptyProps(),
    'Technician Named': props<{ technician: string }>(),
    'Meter Chosen': props<{ meter: string }>(),
  },
});
