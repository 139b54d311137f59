import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  alterationsOf,
  alteredWords,
  closingRefusal,
  type EventBody,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';

/** Before a visit is closed: what is not as it was built is put right, or its reason is said; some of it has none. */
@Component({
  selector: 'jx-close-visit',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small">Before this visit is closed:</p>
    <ul>
      @for (each of alterations(); track each.id) {
        <li>
          <span>
            <strong>{{ each.words }}.</strong>
            @if (each.takesAway) {
              Without {{ each.takesAway }}.
            }
          </span>
          @if (each.restored; as restored) {
            <button jxButton type="button" size="small" kind="secondary" (click)="recorded.emit(restored.body)">
              {{ restored.label }}
            </button>
          }
        </li>
      }
    </ul>
    <form (submit)="$event.preventDefault(); close()">
      @if (!isBlocked()) {
        <label class="small">
          <span>It stays so, because</span>
          <input #why jxText name="leaves" maxlength="600" [value]="leaves()" (input)="leaves.set(why.value)" />
        </label>
      }
      <button jxButton type="submit" [disabled]="refusal() !== undefined">
        {{ isBlocked() ? 'This blocks closing' : 'Close, and leave it so' }}
      </button>
    </form>
  `,
  styles: `
    :host {
      display: grid;
      gap: 10px;
      padding: 12px 14px;
      border-radius: 12px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    p {
      margin: 0;
    }
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
    li button,
    form button,
    input {
      min-height: var(--touch);
    }
    form {
      display: flex;
      flex-wrap: wrap;
      align-items: end;
      gap: 10px;
    }
    label {
      display: grid;
      flex: 1 1 240px;
      gap: 4px;
    }
  `,
})
export class CloseVisit {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly leaves = signal('');
  protected readonly alterations = computed(() => alterationsOf(this.context(), this.visit()));
  protected readonly isBlocked = computed(() => this.alterations().some(({ isBlocking }) => isBlocking));
  protected readonly refusal = computed(() => closingRefusal(this.context(), this.visit(), this.leaves()));

  protected close(): void {
    if (this.refusal() !== undefined) return;
    const altered = alteredWords(this.context(), this.visit());
    this.recorded.emit({ type: 'visit-closed', leaves: this.leaves().trim(), altered });
  }
}
