import type { Conditions } from './conditions';

/**
 * What a chart assumes at its start is its author's word, and nobody has looked: it may say that something is on, held, open
 * or out of service, never that it is not. A call is made by hands, which are told what it may start; a plug is pulled by
 * them. Where a selector stands, and what the process does, is believed as long as nobody has said otherwise.
 */
export function believedAtStart(given: Conditions, known: Conditions): Conditions {
  const { supplies, interlocks, covers, parts, positions, facts } = given;
  return {
    supplies: only(supplies, (state) => state === 'on'),
    interlocks: only(interlocks, (state) => state === 'held'),
    covers: only(covers, (state) => state === 'off'),
    parts: only(parts, (state) => state === 'out-of-service'),
    positions: only(positions, (_state, id) => known.positions?.[id] === undefined),
    facts: only(facts, (_state, id) => known.facts?.[id] === undefined),
  };
}

function only<State>(
  map: Readonly<Record<string, State>> | undefined,
  isBelieved: (state: State, id: string) => boolean,
): Readonly<Record<string, State>> {
  return Object.fromEntries(Object.entries(map ?? {}).filter(([id, state]) => isBelieved(state, id)));
}
