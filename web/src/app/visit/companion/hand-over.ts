import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { alteredWords, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { LineForm } from '../../kit/line-form';

/** The visit goes to somebody else: every alteration is read out by name, and stays in the record as it was told. */
@Component({
  selector: 'jx-hand-over',
  imports: [LineForm],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (altered().length > 0) {
      <p class="small">Read out, each by name:</p>
      <ul>
        @for (words of altered(); track words) {
          <li>{{ words }}</li>
        }
      </ul>
    } @else {
      <p class="small soft">Nothing is altered that is known of. Every proof of dead ends with it.</p>
    }
    <jx-line-form
      name="to"
      label="Who goes on"
      placeholder="who goes on"
      [most]="200"
      [action]="altered().length > 0 ? 'All told: hand over' : 'Hand over'"
      (entered)="handOver($event)"
    />
  `,
  styles: `
    p,
    ul {
      margin: 0 0 6px;
    }
    ul {
      padding: 8px 12px 8px 26px;
      border-radius: 8px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
  `,
})
export class HandOver {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly altered = computed(() => alteredWords(this.context(), this.visit()));

  protected handOver(to: string): void {
    this.recorded.emit({ type: 'handed-over', to, altered: this.altered() });
  }
}
