import { PROVE_DEAD_PROCEDURE, stateOf } from '../procedure';
import { boardsMeant, elementName, sourcesOf } from '../unit-model';
import { standingOf, transfersOf, type Transfer, type VisitContext, type VisitState } from '../visit';
import { clearanceByHand } from './clearance-by-hand';
import type { Work } from './work';

/** Something that has to be so before or after a board is changed, and whether the record says so. */
export interface Safeguard {
  readonly id: 'dead' | 'wires' | 'clearance' | 'settings' | 'codes';
  readonly when: 'before it comes out' | 'before power' | 'after power';
  readonly words: string;
  readonly state: 'done' | 'open' | 'failed';
  /** The chart whose steps settle it. */
  readonly procedure?: string;
}

/** What surrounds the change of a board, in the order it is done; empty for work at anything else. */
export function safeguardsOf(context: VisitContext, state: VisitState, { planned, done }: Work): readonly Safeguard[] {
  if (planned.kind !== 'replace') return [];
  const { model } = context;
  const boards = boardsMeant(model, planned.item ?? planned.text);
  const [board] = boards;
  if (board === undefined || boards.length > 1) return [];
  const fitted = done.at(-1)?.id;
  const since = fitted === undefined ? undefined : state.trail.findIndex(({ event }) => event.id === fitted);
  return [
    ...deadFirst(context, state, since),
    ...wires(context, state, board),
    clearance(context, state, board, since !== undefined),
    ...codes(state, since),
    ...settings(context, state, board, since),
  ];
}

/** All that feeds the unit: a board has two sources where the unit has, and one of them is easily overlooked. */
function deadFirst(
  { model, procedures }: VisitContext,
  state: VisitState,
  since: number | undefined,
): readonly Safeguard[] {
  const chart = procedures[PROVE_DEAD_PROCEDURE]?.id;
  const conditions = since === undefined ? state.conditions : (state.trail[since]?.conditions ?? state.conditions);
  return model.supplies
    .filter(({ id }) => sourcesOf(model, id).length === 0)
    .map(({ id, name }) => {
      const isDead = stateOf(conditions, 'supplies', id) === 'proven-dead';
      return {
        id: 'dead',
        when: 'before it comes out',
        words: `Proven dead: ${name ?? id}`,
        state: isDead ? 'done' : since === undefined ? 'open' : 'failed',
        ...(chart !== undefined && !isDead && since === undefined ? { procedure: chart } : {}),
      };
    });
}

function wires(context: VisitContext, state: VisitState, board: string): readonly Safeguard[] {
  const lists = transfersOf(context, state).filter(({ begun }) => boardsMeant(context.model, begun.of).includes(board));
  const off = lists.flatMap(({ places }) => places.filter((each) => each.state === 'off'));
  const isChecked = lists.length > 0 && lists.every(({ checked }) => checked !== undefined);
  if (lists.some((list) => hadPower(state, list)))
    return [
      {
        id: 'wires',
        when: 'before power',
        words: 'There was power while wires were moved, or before they were held against the list',
        state: 'failed',
      },
    ];
  return [
    {
      id: 'wires',
      when: 'before power',
      words:
        off.length > 0
          ? `Wires and plugs still off: ${off.map(({ words }) => words).join('; ')}`
          : 'Wires and plugs moved one by one, and held against the list once more',
      state: isChecked ? 'done' : 'open',
    },
  ];
}

/** By the record something was on between the first move and the check that counts. */
function hadPower({ trail, conditions: now }: VisitState, { begun, checked }: Transfer): boolean {
  const first = trail.findIndex(({ event }) => event.type === 'wire-moved' && event.transfer === begun.id);
  const last = checked === undefined ? trail.length : trail.findIndex(({ event }) => event.id === checked.id);
  if (first < 0) return false;
  const during = trail.slice(first, last).map(({ conditions }) => conditions);
  return [...during, ...(checked ? [] : [now])].some(({ supplies = {} }) => Object.values(supplies).includes('on'));
}

function clearance(context: VisitContext, state: VisitState, board: string, isFitted: boolean): Safeguard {
  const stands = state.clearances[board];
  const chart = Object.values(context.procedures).find(({ steps }) =>
    Object.values(steps).some((step) => step.kind === 'measurement' && step.measure.clearance === board),
  );
  const name = elementName(context.model, board);
  if (!chart && stands !== 'shorted' && stands !== 'unlike') return byHand(context, state, board, name);
  return {
    id: 'clearance',
    when: 'before power',
    words: `Everything that plugs into ${name} read, and nothing of it shorted`,
    state: stands === 'cleared' && isFitted ? 'done' : stands === 'shorted' || stands === 'unlike' ? 'failed' : 'open',
    ...(chart ? { procedure: chart.id } : {}),
  };
}

/** Where no chart clears a board, readings across what hangs on it do. */
function byHand(context: VisitContext, state: VisitState, board: string, name: string): Safeguard {
  const { isWhole, unread, shorted } = clearanceByHand(context, state, board);
  const words =
    shorted.length > 0
      ? `Shorted at ${name}: ${shorted.join('; ')}`
      : unread.length > 0
        ? `Ohms to be read at what plugs into ${name}: ${unread.join('; ')}`
        : `What plugs into ${name} read, and nothing of it shorted`;
  return {
    id: 'clearance',
    when: 'before power',
    words,
    state: shorted.length > 0 ? 'failed' : isWhole ? 'done' : 'open',
  };
}

/** Codes that were read before are cleared, so that one that shows again is a new one. */
function codes(state: VisitState, since: number | undefined): readonly Safeguard[] {
  if (standingOf(state, 'code-read').length === 0) return [];
  const cleared = state.trail.findLastIndex(
    ({ event, standing }) => event.type === 'codes-cleared' && standing !== 'retracted',
  );
  return [
    {
      id: 'codes',
      when: 'after power',
      words: 'Reset, and the stored codes cleared',
      state: since !== undefined && cleared > since ? 'done' : 'open',
    },
  ];
}

function settings(
  { model }: VisitContext,
  state: VisitState,
  board: string,
  since: number | undefined,
): readonly Safeguard[] {
  const all = model.boards.find(({ id }) => id === board)?.settings ?? [];
  return all.flatMap(({ id, name }): readonly Safeguard[] => {
    const reads = state.trail.flatMap(({ event, standing }, index) =>
      event.type === 'setting-read' &&
      event.setting === `${board}.${id}` &&
      standing !== 'retracted' &&
      event.grade !== 'assumed'
        ? [index]
        : [],
    );
    const isOldRead = reads.some((index) => since === undefined || index < since);
    return [
      {
        id: 'settings',
        when: 'before it comes out',
        words: `Written down: ${name ?? id}`,
        state: isOldRead ? 'done' : since === undefined ? 'open' : 'failed',
      },
    ];
  });
}
