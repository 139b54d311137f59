import type { EnvironmentProviders } from '@angular/core';
import { providePrimeNG } from 'primeng/config';
import { InstrumentPreset } from '../theme/preset';

/** What the parts of the kit need; no page knows the library they are made of. */
export function provideParts(): EnvironmentProviders {
  return providePrimeNG({ theme: { preset: InstrumentPreset, options: { darkModeSelector: '.dark' } } });
}
