import { terminalLabel } from '../../unit-model';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { bypassPlaced as placed } from '../safety';

/** A jumper goes in. */
export interface BypassPlaced {
  readonly type: 'bypass-placed';
  readonly bypass: string;
  readonly from: string;
  readonly to: string;
  readonly why: string;
  /** The protection it takes away. */
  readonly removes?: string;
  /** The call it makes. */
  readonly makes?: string;
}

export const bypassPlaced: EventKind<BypassPlaced> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => placed(state, event, event),
  leaves: (_context, state, { event }) => placed(state, event, event, true),
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: `Jumper in: ${terminalLabel(model, event.from)} to ${terminalLabel(model, event.to)}`,
    detail: event.why,
  }),
};
