import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { SPARE_STANDING_WORDS, sparesOf, sparesToOrder } from '@juxtameter/core/first';
import { Store } from '@ngrx/store';
import { SpareActions } from './spare.actions';
import { spareFeature } from './spare.reducer';

/** Named at once; the rest is counted. */
const NAMED = 3;

/** What has to be ordered, on the first page; nothing where there is enough. */
@Component({
  selector: 'jx-spares-reminder',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (words(); as words) {
      <a class="row" routerLink="/spares"
        ><strong>Spares</strong> <span>{{ words }}</span></a
      >
    }
  `,
  styles: `
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 2px 12px;
      min-height: var(--touch);
      margin-bottom: 18px;
      padding: 10px 14px;
      border: 1px solid var(--line);
      border-left: 6px solid var(--soft-ink);
      border-radius: 12px;
      background: var(--sheet);
      color: var(--ink);
      text-decoration: none;
      overflow-wrap: anywhere;
    }
  `,
})
export class SparesReminder {
  private readonly store = inject(Store);
  private readonly entries = this.store.selectSignal(spareFeature.selectEntries);
  protected readonly words = computed(() => {
    const all = sparesToOrder(sparesOf(this.entries() ?? []));
    const named = all
      .slice(0, NAMED)
      .map(({ name, number, place, standing }) => `${name ?? number}: ${SPARE_STANDING_WORDS[standing]} (${place})`);
    return [...named, ...(all.length > NAMED ? [`${all.length - NAMED} more`] : [])].join(' · ');
  });

  constructor() {
    this.store.dispatch(SpareActions.loadRequested());
  }
}
