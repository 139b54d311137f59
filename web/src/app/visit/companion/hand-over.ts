import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { alteredWords, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';

/** The visit goes to somebody else: every alteration is read out by name, and stays in the record as it was told. */
@Component({
  selector: 'jx-hand-over',
  imports: [Button, TextField],
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
    <form (submit)="$event.preventDefault(); handOver()">
      <input
        #who
        jxText
        name="to"
        maxlength="200"
        autocomplete="off"
        aria-label="Who goes on"
        placeholder="who goes on"
        [value]="to()"
        (input)="to.set(who.value)"
      />
      <button jxButton type="submit" size="small" kind="secondary" [disabled]="to().trim() === ''">
        {{ altered().length > 0 ? 'All told: hand over' : 'Hand over' }}
      </button>
    </form>
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
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 10px;
    }
    input {
      flex: 1 1 140px;
      min-height: 44px;
    }
    button {
      min-height: 44px;
    }
  `,
})
export class HandOver {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly to = signal('');
  protected readonly altered = computed(() => alteredWords(this.context(), this.visit()));

  protected handOver(): void {
    const to = this.to().trim();
    if (to === '') return;
    this.recorded.emit({ type: 'handed-over', to, altered: this.altered() });
    this.to.set('');
  }
}
