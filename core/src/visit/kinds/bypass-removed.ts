import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { bypassRemoved as removed } from '../safety';
import { spoken } from './words';

export interface BypassRemoved {
  readonly type: 'bypass-removed';
  readonly bypass: string;
}

export const bypassRemoved: EventKind<BypassRemoved> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => removed(state, event.bypass, event.at),
  words: (_context, _state, { event }) => ({ kind: 'energy', title: `Jumper out: ${spoken(event.bypass)}` }),
};
