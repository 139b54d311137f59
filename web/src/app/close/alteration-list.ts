import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { alterationsOf, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../kit/button';

/** What is not as it was built, each with the tap that says it is put right. */
@Component({
  selector: 'jx-alteration-list',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (each of alterations(); track each.words) {
        <li>
          <span>
            <strong>{{ each.words }}.</strong>
            @if (each.takesAway) {
              Without {{ each.takesAway }}.
            }
          </span>
          @if (each.restored; as restored) {
            <button jxButton type="button" kind="secondary" (click)="recorded.emit(restored.body)">
              {{ restored.label }}
            </button>
          }
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: grid;
      gap: 6px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      justify-content: space-between;
      gap: 6px 14px;
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class AlterationList {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly alterations = computed(() => alterationsOf(this.context(), this.visit()));
}
