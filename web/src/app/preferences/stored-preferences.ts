import type { FreeLine, School } from '@juxtameter/core';
import { MEASUREMENT_FUNCTIONS } from '@juxtameter/core/first';
import type { Theme } from './preferences.actions';

export interface Preferences {
  readonly theme: Theme;
  readonly technician: string;
  readonly meter: string;
  /** Free lines used on this device, the last first. */
  readonly lines: readonly FreeLine[];
  /** What leads where a code and a watch point to different places. */
  readonly school: School;
}

const KEY = 'juxtameter.preferences';

/** What this browser remembers; the system's colour scheme decides the theme until one is chosen. */
export function readPreferences(): Preferences {
  const theme: Theme = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  try {
    const stored = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Preferences>;
    return {
      theme: stored.theme === 'dark' || stored.theme === 'light' ? stored.theme : theme,
      technician: typeof stored.technician === 'string' ? stored.technician : '',
      meter: typeof stored.meter === 'string' ? stored.meter : '',
      school: stored.school === 'watch-first' ? 'watch-first' : 'code-first',
      lines: Array.isArray(stored.lines) ? stored.lines.filter(isLine) : [],
    };
  } catch {
    // Storage may be blocked or hold something else: start from nothing.
    return { theme, technician: '', meter: '', lines: [], school: 'code-first' };
  }
}

export function storePreferences(preferences: Preferences): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(preferences));
  } catch {
    // Private mode: preferences last as long as the page.
  }
}

function isLine(value: unknown): value is FreeLine {
  const line = (value ?? {}) as Partial<Record<keyof FreeLine, unknown>>;
  const areWords = [line.from, line.to, line.expects].every((each) => typeof each === 'string');
  return areWords && MEASUREMENT_FUNCTIONS.some((each) => each === line.function);
}
