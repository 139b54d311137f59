import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { fixFor, type EventBody, type Unmet, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../../kit/button';
import { PressGate } from '../press-gate';

/** What does not hold, each with the tap that would mend it. */
@Component({
  selector: 'jx-unmet-list',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-content />
    <ul>
      @for (each of lines(); track each.words) {
        <li>
          <span>{{ each.words }}</span>
          @if (each.way; as way) {
            <button
              jxButton
              type="button"
              size="small"
              kind="secondary"
              [attr.aria-disabled]="isSettling() || null"
              (click)="recorded.emit(way.body)"
            >
              {{ way.label }}
            </button>
          }
        </li>
      }
    </ul>
  `,
  host: { role: 'alert' },
  styles: `
    :host {
      display: block;
      padding: 10px 14px;
      border: 1px solid var(--caution-line);
      border-radius: 12px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 12px;
      margin-top: 4px;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class UnmetList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly unmet = input.required<readonly Unmet[]>();
  readonly recorded = output<EventBody>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  /** One proof of dead is offered once for all supplies. */
  protected readonly lines = computed(() => {
    const offered = new Set<string>();
    return this.unmet().map((unmet) => {
      const way = fixFor(this.context(), this.visit(), unmet);
      const isNew = way !== undefined && !offered.has(way.label);
      if (way) offered.add(way.label);
      return { words: unmet.words, way: isNew ? way : undefined };
    });
  });
}
