import { DestroyRef, effect, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { PinnedDocuments } from '@juxtameter/contract';
import type { EventBody, VisitContext, VisitState } from '@juxtameter/core';
import type { ApiProblem } from '../api/api-problem';
import { VisitActions } from './store/visit.actions';
import { visitFeature } from './store/visit.reducer';

/** The visit a page is about. */
export interface OpenedVisit {
  readonly pinned: Signal<PinnedDocuments | undefined>;
  readonly context: Signal<VisitContext | undefined>;
  readonly visit: Signal<VisitState>;
  readonly problem: Signal<ApiProblem | undefined>;
  record(body: EventBody): void;
  reload(): void;
}

/** Opens the visit of the address and leaves it with the page. Call in an injection context. */
export function openVisit(id: Signal<string>): OpenedVisit {
  const store = inject(Store);
  effect(() => store.dispatch(VisitActions.openRequested({ id: id() })));
  inject(DestroyRef).onDestroy(() => store.dispatch(VisitActions.left()));
  return {
    pinned: store.selectSignal(visitFeature.selectPinned),
    context: store.selectSignal(visitFeature.selectContext),
    visit: store.selectSignal(visitFeature.selectVisit),
    problem: store.selectSignal(visitFeature.selectOpenProblem),
    record: (body) => store.dispatch(VisitActions.factRecorded({ body })),
    reload: () => store.dispatch(VisitActions.openRequested({ id: id() })),
  };
}
