import type { FreeLine } from '@juxtameter/core';
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
    on(PreferencesActions.lineUsed, (state, { line }) => ({ ...state, lines: withLine(state.lines, line) })),
    on(PreferencesActions.schoolChosen, (state, { school }) => ({ ...state, school })),
    on(PreferencesActions.meterChosen, (state, { meter }) => ({ ...state, meter })),
  ),
});

const MOST_LINES = 40;

/** The last used first, each once. */
function withLine(lines: readonly FreeLine[], line: FreeLine): readonly FreeLine[] {
  const key = JSON.stringify(line);
  return [line, ...lines.filter((each) => JSON.stringify(each) !== key)].slice(0, MOST_LINES);
}
