import { computed, effect, inject, untracked, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { endedOn, leftRunning, type LeftRunning } from '@juxtameter/core';
import { visitFeature } from '../visit/store/visit.reducer';
import { HistoryActions } from './history.actions';
import { historyFeature } from './history.reducer';

/**
 * What earlier visits left running at the unit of the visit that is open; undefined as long as nobody knows them here.
 * Asks for them where they are not. Call in an injection context.
 */
export function leftHere(): Signal<LeftRunning | undefined> {
  const store = inject(Store);
  const histories = store.selectSignal(historyFeature.selectHistories);
  const pinned = store.selectSignal(visitFeature.selectPinned);
  const [visit, id] = [store.selectSignal(visitFeature.selectVisit), store.selectSignal(visitFeature.selectId)];
  const site = computed(() => pinned()?.site.id);
  effect(() => {
    const wanted = site();
    untracked(() => {
      if (wanted !== undefined && !Object.hasOwn(histories() ?? {}, wanted))
        store.dispatch(HistoryActions.loadRequested({ sites: [wanted] }));
    });
  });
  return computed(() => {
    const [opened, here] = [pinned(), id()];
    const units = opened && histories()?.[opened.site.id];
    if (!opened || !units || here === undefined) return undefined;
    return leftRunning(units[opened.unit.id] ?? [], { id: here, ...endedOn(visit()) });
  });
}
