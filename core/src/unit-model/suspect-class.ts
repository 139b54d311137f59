/** What kind of thing is at fault: the answer a technician goes home with. `none` and `open` are honest endings. */
export const SUSPECT_CLASSES = [
  'board',
  'wiring',
  'sensor',
  'load',
  'supply',
  'control',
  'mechanical',
  'setting',
  'none',
  'open',
] as const;
export type SuspectClass = (typeof SUSPECT_CLASSES)[number];
