import type { EventBody, FreeLine } from '@juxtameter/core';

/** What a step's part of the page asks for: a fact to log, the newest one back, or a reading beside the chart. */
export type StepCommand =
  | { readonly kind: 'record'; readonly body: EventBody }
  | { readonly kind: 'undo' }
  | { readonly kind: 'free'; readonly line: FreeLine };
