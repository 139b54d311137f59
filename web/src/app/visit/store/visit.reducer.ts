import { createFeature, createReducer, createSelector, on } from '@ngrx/store';
import { visitContext, type PinnedDocuments } from '@juxtameter/contract';
import {
  append,
  EMPTY_VISIT,
  isRetractable,
  replay,
  type VisitContext,
  type VisitEvent,
  type VisitState,
} from '@juxtameter/core';
import type { ApiProblem } from '../../api/api-problem';
import { inOrder } from '../../local/local-store';
import { SyncActions } from '../../sync/sync.actions';
import { VisitActions } from './visit.actions';

/** Where a visit stands in its charts. */
export type Place = Pick<VisitState, 'procedure' | 'step'>;

export interface OpenVisit {
  readonly id: string | undefined;
  readonly pinned: PinnedDocuments | undefined;
  /** What the server has in its order, then what waits in the order it was logged. */
  readonly events: readonly VisitEvent[];
  /** The events folded; always `replay(events)`. */
  readonly visit: VisitState;
  /** Where this page stands: the hands at it moved it there, or went along with what others logged. */
  readonly place: Place;
  /** Every event of the server up to this order is known here. */
  readonly pulledSeq: number;
  /** The server does not know of the visit yet. */
  readonly isUnsent: boolean;
  /** It is another server's: nothing of it is sent or asked for. */
  readonly isApart: boolean;
  /** Entries the server does not take, and why. */
  readonly setAside: Readonly<Record<string, string>>;
  readonly openProblem: ApiProblem | undefined;
}

const initial: OpenVisit = {
  id: undefined,
  pinned: undefined,
  events: [],
  visit: EMPTY_VISIT,
  place: placeOf(EMPTY_VISIT),
  pulledSeq: 0,
  isUnsent: false,
  isApart: false,
  setAside: {},
  openProblem: undefined,
};

function placeOf({ procedure, step }: VisitState): Place {
  return { procedure, step };
}

const contexts = new WeakMap<PinnedDocuments, VisitContext>();

/** The context of pinned documents, read once. */
export function contextFor(pinned: PinnedDocuments): VisitContext {
  const known = contexts.get(pinned) ?? visitContext(pinned);
  contexts.set(pinned, known);
  return known;
}

export const visitFeature = createFeature({
  name: 'visit',
  reducer: createReducer<OpenVisit>(
    initial,
    on(VisitActions.openRequested, (state, { id }) => (state.id === id && state.pinned ? state : { ...initial, id })),
    on(VisitActions.opened, (state, { visit, isUnsent }) => {
      if (state.id !== visit.id) return state;
      const pinned = state.pinned ?? visit.pinned;
      // A visit that is open already may be ahead of what is kept or stored.
      const known = {
        ...state,
        pinned,
        isUnsent: state.pinned ? state.isUnsent && isUnsent : isUnsent,
        isApart: state.isApart || visit.isApart === true,
        setAside: { ...visit.setAside, ...state.setAside },
      };
      const shown = received({ ...known, openProblem: undefined }, visit.events);
      return state.pinned ? shown : { ...shown, place: placeOf(shown.visit) };
    }),
    on(VisitActions.openFailed, (state, { problem }) => (state.pinned ? state : { ...state, openProblem: problem })),
    on(VisitActions.eventAppended, (state, { event }) => {
      if (!state.pinned || event.visit !== state.id) return state;
      const visit = append(contextFor(state.pinned), state.events, state.visit, event);
      return { ...state, events: [...state.events, event], visit, place: placeOf(visit) };
    }),
    on(VisitActions.eventsReceived, (state, { visit, events }) =>
      state.id === visit ? received(state, events) : state,
    ),
    on(VisitActions.followed, (state) => ({ ...state, place: placeOf(state.visit) })),
    on(SyncActions.ordersTakenBack, (state, { reach }) => takenBack(state, reach)),
    on(SyncActions.setApart, (state) => (state.pinned ? { ...state, isApart: true } : state)),
    on(SyncActions.givenApart, (state) =>
      state.isApart ? { ...takenBack(state, 0), isApart: false, isUnsent: true, setAside: {} } : state,
    ),
    on(SyncActions.delivered, (state, { visit, acknowledged, setAside: refused }) => {
      if (state.id !== visit) return state;
      const setAside = { ...state.setAside, ...Object.fromEntries(refused.map(({ id, reason }) => [id, reason])) };
      const order = new Map(acknowledged.events.map(({ id, seq }) => [id, seq]));
      const events = state.events.map((event) =>
        order.has(event.id) ? { ...event, seq: order.get(event.id) } : event,
      );
      return { ...state, events, setAside, isUnsent: false };
    }),
  ),
  extraSelectors: ({
    selectPinned,
    selectEvents,
    selectVisit,
    selectPlace,
    selectIsUnsent,
    selectIsApart,
    selectSetAside,
    selectId,
  }) => {
    const selectPending = createSelector(selectEvents, selectSetAside, (events, setAside) =>
      events.filter((event) => event.seq === undefined && !Object.hasOwn(setAside, event.id)),
    );
    return {
      selectPending,
      /** Others have moved the visit on from where this page stands; a visit that was closed is closed everywhere. */
      selectIsLeftBehind: createSelector(
        selectVisit,
        selectPlace,
        (visit, place) => !visit.closed && (visit.procedure !== place.procedure || visit.step !== place.step),
      ),
      selectContext: createSelector(selectPinned, (pinned) => pinned && contextFor(pinned)),
      /** What the server lacks of the open visit; undefined when it has everything. */
      selectParcel: createSelector(
        selectId,
        selectPinned,
        selectPending,
        selectIsUnsent,
        selectIsApart,
        (visit, pinned, events, isUnsent, isApart) =>
          visit !== undefined && !isApart && (isUnsent || events.length > 0)
            ? { visit, pinned: isUnsent ? pinned : undefined, events }
            : undefined,
      ),
      /** The newest event that may be taken back. */
      selectUndoable: createSelector(
        selectVisit,
        (visit) => visit.trail.findLast((line) => line.standing !== 'retracted' && isRetractable(line.event))?.event,
      ),
    };
  },
});

/** What was ordered beyond `reach` waits again: the server does not have it any more. */
function takenBack(state: OpenVisit, reach: number): OpenVisit {
  if (!state.pinned || !state.events.some(({ seq = 0 }) => seq > reach)) return state;
  const events = inOrder(
    state.events.map((event) => {
      if ((event.seq ?? 0) <= reach) return event;
      const { seq: _order, ...rest } = event;
      return rest as VisitEvent;
    }),
  );
  const pulledSeq = Math.min(state.pulledSeq, reach);
  return { ...state, events, pulledSeq, isUnsent: true, visit: replay(contextFor(state.pinned), events) };
}

/** Takes up what the server has; nothing is folded anew when it brings nothing new. */
function received(state: OpenVisit, incoming: readonly VisitEvent[]): OpenVisit {
  if (!state.pinned) return state;
  const byId = new Map(state.events.map((event) => [event.id, event]));
  const isNew = incoming.some((event) => byId.get(event.id)?.seq !== event.seq || !byId.has(event.id));
  const pulledSeq = incoming.reduce((last, event) => Math.max(last, event.seq ?? 0), state.pulledSeq);
  if (!isNew) return { ...state, pulledSeq };
  // An order once known is not unlearned by a copy that was kept before it.
  for (const event of incoming) if (event.seq !== undefined || !byId.has(event.id)) byId.set(event.id, event);
  const events = inOrder([...byId.values()]);
  return { ...state, pulledSeq, events, visit: replay(contextFor(state.pinned), events) };
}
