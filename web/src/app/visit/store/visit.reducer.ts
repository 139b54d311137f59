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
import { VisitActions } from './visit.actions';

export interface OpenVisit {
  readonly id: string | undefined;
  readonly pinned: PinnedDocuments | undefined;
  readonly events: readonly VisitEvent[];
  /** The events folded; always `replay(events)`. */
  readonly visit: VisitState;
  readonly openProblem: ApiProblem | undefined;
  /** Why the outbox is not empty, when delivery was tried. */
  readonly deliveryProblem: ApiProblem | undefined;
  /** This browser refused to keep the outbox: what is not delivered would be lost with the page. */
  readonly storageFailed: boolean;
}

const initial: OpenVisit = {
  id: undefined,
  pinned: undefined,
  events: [],
  visit: EMPTY_VISIT,
  openProblem: undefined,
  deliveryProblem: undefined,
  storageFailed: false,
};

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
    on(VisitActions.opened, (state, { visit, outbox }) => {
      const known = new Set(visit.events.map((event) => event.id));
      const events = [...visit.events, ...outbox.filter((event) => !known.has(event.id))];
      return {
        ...initial,
        id: visit.id,
        pinned: visit.pinned,
        events,
        visit: replay(contextFor(visit.pinned), events),
        storageFailed: state.storageFailed,
      };
    }),
    on(VisitActions.openFailed, (state, { problem }) => ({ ...state, openProblem: problem })),
    on(VisitActions.eventAppended, (state, { event }) => {
      if (!state.pinned || event.visit !== state.id) return state;
      const visit = append(contextFor(state.pinned), state.events, state.visit, event);
      return { ...state, events: [...state.events, event], visit };
    }),
    on(VisitActions.delivered, (state, { acknowledged }) => {
      const order = new Map(acknowledged.events.map(({ id, seq }) => [id, seq]));
      const events = state.events.map((event) =>
        order.has(event.id) ? { ...event, seq: order.get(event.id) } : event,
      );
      return { ...state, events, deliveryProblem: undefined };
    }),
    on(VisitActions.deliveryFailed, (state, { problem }) => ({ ...state, deliveryProblem: problem })),
    on(VisitActions.storageFailed, (state) => ({ ...state, storageFailed: true })),
  ),
  extraSelectors: ({ selectPinned, selectEvents, selectVisit }) => ({
    selectContext: createSelector(selectPinned, (pinned) => pinned && contextFor(pinned)),
    selectPending: createSelector(selectEvents, (events) => events.filter((event) => event.seq === undefined)),
    selectSeenSeq: createSelector(selectEvents, (events) =>
      events.reduce((seen, event) => Math.max(seen, event.seq ?? 0), 0),
    ),
    /** The newest event that may be taken back. */
    selectUndoable: createSelector(
      selectVisit,
      (visit) =>
        visit.trail.findLast(
          (line) =>
            line.standing !== 'retracted' && isRetractable(line.event) && line.event.type !== 'procedure-started',
        )?.event,
    ),
  }),
});
