import { circumstanceWords, type Conditions, type NotedGroup } from '../../procedure';
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
  // An interlock that was held counts as held until hands have let it go; so does what was put out of service, and a feed
  // from elsewhere.
  leaves: (_context, state, { event }) =>
    STAYS.has(event.state) || isFeed(event) ? changed(state, noted(event)) : state,
  words: ({ model }, _state, { event: { group, item, state } }) => ({
    kind: group === 'press' || group === 'circumstances' ? 'look' : 'energy',
    title:
      group === 'circumstances'
        ? capital(circumstanceWords(item, state))
        : `${capital(conditionName(model, { group, id: item }))}: ${group === 'parts' ? spoken(state) : state}`,
  }),
};

const STAYS: ReadonlySet<string> = new Set(['held', 'out-of-service']);

function isFeed({ group, item }: ConditionNoted): boolean {
  return group === 'circumstances' && item === 'feed';
}

/** In the vocabulary of conditions. */
function noted({ group, item, state }: ConditionNoted): Conditions {
  return group === 'facts' ? { facts: { [item]: state === 'true' } } : { [group]: { [item]: state } };
}
