import {
  conditionName,
  REFUSALS,
  sourcesOf,
  stateOf,
  unmetForHands,
  type ConditionGroup,
  type EventBody,
  type NotedGroup,
  type UnitModelDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';

const SUPPLIES = 'Supplies';

/** One thing at the machine with the states it may be in and the event that says so. */
export interface StateRow {
  readonly key: string;
  readonly group: ConditionGroup;
  readonly id: string;
  readonly name: string;
  readonly now: string;
  readonly ways: readonly { readonly state: string; readonly body: EventBody }[];
}

export interface StateGroup {
  readonly title: string;
  /** Why hands stay off for now. */
  readonly caution?: string;
  readonly rows: readonly StateRow[];
}

/** What comes in to the machine; a supply that is made from another is as that one is. */
export function supplyRows(context: VisitContext, visit: VisitState): readonly StateRow[] {
  const rows = stateGroups(context, visit).find(({ title }) => title === SUPPLIES)?.rows ?? [];
  return rows.filter(({ id }) => sourcesOf(context.model, id).length === 0);
}

/** Everything whose state counts for a reading, in the order it is thought of. */
export function stateGroups({ model, wiring }: VisitContext, visit: VisitState): readonly StateGroup[] {
  const unmet = unmetForHands(wiring, visit.conditions);
  const caution = unmet.length === 0 ? {} : { caution: REFUSALS.handsOff(unmet.map(({ words }) => words)) };
  const row = (group: ConditionGroup, id: string, ways: StateRow['ways']): StateRow => ({
    key: `${group} ${id}`,
    group,
    id,
    name: capital(conditionName(model, { group, id })),
    now: stateOf(visit.conditions, group, id).replaceAll('-', ' '),
    ways,
  });
  const noted = (group: NotedGroup, id: string, states: readonly string[]): StateRow =>
    row(
      group,
      id,
      states.map((state) => ({ state, body: { type: 'condition-noted', group, item: id, state } })),
    );
  const groups: readonly StateGroup[] = [
    {
      title: SUPPLIES,
      rows: model.supplies.map(({ id, plug }) =>
        row('supplies', id, [
          ...(['on', 'off', 'locked'] as const).map((state) => supplyWay(id, state, state)),
          ...(plug === undefined ? [] : [supplyWay(id, 'plug-out', 'plug out')]),
          // It ends with a tap too: whoever turns away no longer knows.
          ...(visit.conditions.supplies?.[id] === 'plug-out' ? [supplyWay(id, 'unknown', 'out of my sight')] : []),
        ]),
      ),
    },
    {
      title: 'Calls',
      rows: [
        ...new Set([...(model.calls ?? []).map(({ id }) => id), ...Object.keys(visit.conditions.calls ?? {})]),
      ].map((id) =>
        row(
          'calls',
          id,
          (['on', 'off'] as const).map((state) => ({ state, body: { type: 'call-changed', call: id, state } })),
        ),
      ),
    },
    {
      title: 'Plugs',
      ...caution,
      rows: [...new Set([...plugsOf(model), ...Object.keys(visit.conditions.connectors ?? {})])].map((connector) =>
        row(
          'connectors',
          connector,
          (['in', 'out'] as const).map((state) => ({ state, body: { type: 'connector-changed', connector, state } })),
        ),
      ),
    },
    {
      title: 'Interlocks',
      rows: model.devices
        .filter(({ kind }) => kind === 'interlock')
        .map(({ id }) => noted('interlocks', id, ['free', 'held'])),
    },
    {
      title: 'Covers',
      rows: [...new Set([...coversOf(model), ...Object.keys(visit.conditions.covers ?? {})])].map((id) =>
        noted('covers', id, ['on', 'off']),
      ),
    },
    {
      title: 'Selectors',
      rows: model.devices
        .filter(({ kind }) => kind === 'selector')
        .map(({ id, positions = [] }) => noted('positions', id, positions)),
    },
    {
      title: 'Out of service',
      rows: Object.entries(visit.conditions.parts ?? {})
        .filter(([, held]) => held === 'out-of-service')
        .map(([id]) => row('parts', id, [{ state: 'in service again', body: inService(id, true) }])),
    },
    {
      title: 'Leads off',
      rows: Object.entries(visit.conditions.leads ?? {})
        .filter(([, at]) => at !== 'on')
        .map(([id]) => noted('leads', id, ['on'])),
    },
  ];
  return groups.filter(({ rows }) => rows.length > 0);
}

function plugsOf({ boards }: UnitModelDocument): readonly string[] {
  return boards.flatMap((board) =>
    board.connectors.filter(({ pluggable }) => pluggable).map(({ id }) => `${board.id}.${id}`),
  );
}

/** The covers of a unit; one where its model lists none. */
function coversOf({ covers = [{ id: 'main' }] }: UnitModelDocument): readonly string[] {
  return covers.map(({ id }) => id);
}

function supplyWay(
  supply: string,
  state: 'on' | 'off' | 'locked' | 'plug-out' | 'unknown',
  words: string,
): StateRow['ways'][number] {
  return { state: words, body: { type: 'supply-changed', supply, state } };
}

/** A device or board put out of action, or back. */
export function inService(item: string, isIn: boolean): EventBody {
  return { type: 'condition-noted', group: 'parts', item, state: isIn ? 'in-service' : 'out-of-service' };
}

function capital(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
