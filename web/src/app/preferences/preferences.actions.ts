import type { FreeLine, School } from '@juxtameter/core';
import { createActionGroup, emptyProps, props } from '@ngrx/store';

export type Theme = 'light' | 'dark';

export const PreferencesActions = createActionGroup({
  source: 'Preferences',
  events: {
    'Theme Toggled': emptyProps(),
    'Technician Named': props<{ technician: string }>(),
    'Meter Chosen': props<{ meter: string }>(),
    'School Chosen': props<{ school: School }>(),
    /** A free reading's points and expectation, to be offered again. */
    'Line Used': props<{ line: FreeLine }>(),
  },
});
