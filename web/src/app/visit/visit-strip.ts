import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { leftHere } from '../history/left-here';
import { safetyItems } from './view/safety-view';
import { visitFeature } from './store/visit.reducer';

/** What can hurt now, on every page of a visit where something can be called, switched or touched. */
@Component({
  selector: 'jx-visit-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (items().length > 0) {
      <ul aria-label="State of the machine" aria-live="polite">
        @for (item of items(); track item.id) {
          <li [class.caution]="item.isCaution" [attr.data-strip]="item.id">{{ item.text }}</li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      position: sticky;
      top: 0;
      z-index: 2;
      display: block;
      background: var(--paper);
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 8px;
      padding: 6px 22px;
      border-bottom: 1px solid var(--line);
    }
    li {
      padding: 3px 10px;
      border-radius: 10px;
      background: var(--well);
      font-size: 15px;
      font-weight: 550;
    }
    .caution {
      background: var(--caution-ground);
      color: var(--caution-ink);
      font-weight: 650;
    }
    @media (max-width: 560px) {
      ul {
        padding: 5px 14px;
      }
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
})
export class VisitStrip {
  private readonly store = inject(Store);
  private readonly context = this.store.selectSignal(visitFeature.selectContext);
  private readonly visit = this.store.selectSignal(visitFeature.selectVisit);
  private readonly left = leftHere();
  protected readonly items = computed(() => {
    const context = this.context();
    return context ? safetyItems(context, this.visit(), this.left()) : [];
  });
}
