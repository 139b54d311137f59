import { supplyTitle } from '../../supply';
import { supplyOf } from '../../unit-model';
import { TOUCHES_NOTHING, type EventKind } from '../record';
import { capital } from './words';

/** A supply's readings judged together, as the check of it said. */
export interface SupplyJudged {
  readonly type: 'supply-judged';
  readonly supply: string;
  /** The name of what they come to: "good", "lost-neutral". */
  readonly pattern: string;
  readonly sentence: string;
  /** The readings it rests on. */
  readonly rests: readonly string[];
}

export const supplyJudged: EventKind<SupplyJudged> = {
  ...TOUCHES_NOTHING,
  refersTo: ({ supply }) => [{ field: 'supply', to: 'supply', id: supply }],
  words: ({ model }, _state, { event }) => ({
    kind: 'look',
    title: `${capital(supplyOf(model, event.supply)?.name ?? event.supply)}: ${supplyTitle(event.pattern)}`,
    detail: event.sentence,
  }),
};
