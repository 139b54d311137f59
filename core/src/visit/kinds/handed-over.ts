import type { EventKind } from '../record';
import { proofsRevoked } from '../safety';

export interface HandedOver {
  readonly type: 'handed-over';
  readonly to: string;
}

export const handedOver: EventKind<HandedOver> = {
  undo: 'never',
  apply: (_context, state) => proofsRevoked(state),
  words: (_context, _state, { event }) => ({ kind: 'mark', title: `Handed over to ${event.to}` }),
};
