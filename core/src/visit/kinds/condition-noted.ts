import type { Conditions, NotedGroup } from '../../procedure';
import { TOUCHES_NO_SUPPLY, type EventKind } from '../record';
import { changed, conditionName, spoken } from '../walking';
import { capital } from './words';

/** How something at the machine was found or put: a lead off, a cover open, an interlock held, a part pressed. */
export interface ConditionNoted {
  readonly type: 'condition-noted';
  readonly group: NotedGroup;
  /** Wire, interlock, cover, selector, part or fact. */
  readonly item: string;
  /** As in the conditions: `held`, `off`, a terminal, a position, `true`. */
  readonly state: string;
}

export const conditionNoted: EventKind<ConditionNoted> = {
  ...TOUCHES_NO_SUPPLY,
  apply: (_context, state, event) => changed(state, noted(event)),
  // An interlock that was held counts as held until hands have let it go; so does what was put out of service.
  leaves: (_context, state, { event }) => (STAYS.has(event.state) ? changed(state, noted(event)) : state),
  words: ({ model }, _state, { event: { group, item, state } }) => ({
    kind: group === 'press' ? 'look' : 'energy',
    title: `${capital(conditionName(model, { group, id: item }))}: ${group === 'parts' ? spoken(state) : state}`,
  }),
};

const STAYS: ReadonlySet<string> = new Set(['held', 'out-of-service']);

/** In the vocabulary of conditions. */
function noted({ group, item, state }: ConditionNoted): Conditions {
  return group === 'facts' ? { facts: { [item]: state === 'true' } } : { [group]: { [item]: state } };
}
