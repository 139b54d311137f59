import type { SupplyState } from '../../procedure';
import { supplyOf } from '../../unit-model';
import type { EventKind } from '../record';
import { changedConditions } from '../safety';

export interface SupplyChanged {
  readonly type: 'supply-changed';
  readonly supply: string;
  /** Never `proven-dead`: only readings prove that. */
  readonly state: Exclude<SupplyState, 'proven-dead'>;
}

export const supplyChanged: EventKind<SupplyChanged> = {
  apply: (_context, state, event) => ({
    ...state,
    ...changedConditions(state, { supplies: { [event.supply]: event.state } }, event),
  }),
  supplies: (_context, _state, { event }) => [event.supply],
  refersTo: ({ supply }) => [{ field: 'supply', to: 'supply', id: supply }],
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: `${supplyOf(model, event.supply)?.name ?? event.supply}: ${event.state}`,
  }),
};
