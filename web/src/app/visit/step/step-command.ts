import type { EventBody } from '@juxtameter/core';

/** What a step's part of the page asks for: a fact to log, or the newest one back. */
export type StepCommand = { readonly kind: 'record'; readonly body: EventBody } | { readonly kind: 'undo' };
