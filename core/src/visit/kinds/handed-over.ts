import type { EventKind } from '../record';
import { proofsRevoked } from '../safety';

export interface HandedOver {
  readonly type: 'handed-over';
  readonly to: string;
  /** What stood altered when it was handed over, in words, each as it was read out to whoever goes on. */
  readonly altered?: readonly string[];
}

export const handedOver: EventKind<HandedOver> = {
  undo: 'never',
  apply: (_context, state) => proofsRevoked(state),
  words: (_context, _state, { event: { to, altered } }) => ({
    kind: 'mark',
    title: `Handed over to ${to}`,
    ...(altered === undefined ? {} : { detail: toldWords(altered) }),
  }),
};

function toldWords(altered: readonly string[]): string {
  return altered.length === 0 ? 'Told: nothing altered that is known of' : `Told by name: ${altered.join('; ')}`;
}
