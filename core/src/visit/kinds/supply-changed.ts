import type { SupplyState } from '../../procedure';
import { supplyOf, type SupplyDocument } from '../../unit-model';
import type { EventKind } from '../record';
import { changedConditions } from '../safety';

export interface SupplyChanged {
  readonly type: 'supply-changed';
  readonly supply: string;
  /** Never `proven-dead`: only readings prove that. */
  readonly state: Exclude<SupplyState, 'proven-dead'>;
}

export const supplyChanged: EventKind<SupplyChanged> = {
  apply: ({ model }, state, event) => ({
    ...state,
    ...changedConditions(
      state,
      { supplies: { [event.supply]: saidState(supplyOf(model, event.supply), event) } },
      event,
    ),
  }),
  supplies: (_context, _state, { event }) => [event.supply],
  refersTo: ({ supply }) => [{ field: 'supply', to: 'supply', id: supply }],
  words: ({ model }, _state, { event }) => ({
    kind: 'energy',
    title: stateWords(supplyOf(model, event.supply), event),
  }),
};

/** What has no plug has none that is out: it is off, and no more is known. */
function saidState(supply: SupplyDocument | undefined, { state }: SupplyChanged): SupplyChanged['state'] {
  return state === 'plug-out' && supply?.plug === undefined ? 'off' : state;
}

function stateWords(supply: SupplyDocument | undefined, event: SupplyChanged): string {
  const name = supply?.name ?? event.supply;
  const said = saidState(supply, event);
  return said === 'plug-out' ? `${name}: ${supply?.plug ?? 'plug'} out, in sight` : `${name}: ${said}`;
}
