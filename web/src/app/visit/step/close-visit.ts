import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { alterationsOf, closingRefusal, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';

/** Closing a visit: what is not as it was built is put right first, or its reason is said; some of it has none. */
@Component({
  selector: 'jx-close-visit',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isAsking() && alterations().length > 0) {
      <section class="asked" aria-label="Before closing">
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
        @if (!isBlocked()) {
          <label class="small">
            <span>It stays so, because</span>
            <input #why jxText name="leaves" maxlength="600" [value]="leaves()" (input)="leaves.set(why.value)" />
          </label>
        }
        @if (isAsking() && refusal(); as refusal) {
          <p class="small soft" role="status">{{ isBlocked() ? refusal : '' }}</p>
        }
      </section>
    }
    <button jxButton type="button" class="done" [disabled]="isAsking() && refusal() !== undefined" (click)="close()">
      {{
        isBlocked() && isAsking()
          ? 'This blocks closing'
          : isAsking() && alterations().length > 0
            ? 'Close, and leave it so'
            : 'Close visit'
      }}
    </button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      flex: 1 1 auto;
    }
    .asked {
      display: grid;
      gap: 8px;
      padding: 8px 14px;
      border-radius: 12px;
      background: var(--caution-ground);
      color: var(--caution-ink);
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
    li button {
      min-height: 44px;
    }
    label {
      display: grid;
      gap: 4px;
    }
    input {
      min-height: 44px;
    }
    p {
      margin: 0;
    }
    .done {
      min-height: 44px;
    }
  `,
})
export class CloseVisit {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly isAsking = signal(false);
  protected readonly leaves = signal('');
  protected readonly alterations = computed(() => alterationsOf(this.context(), this.visit()));
  protected readonly isBlocked = computed(() => this.alterations().some(({ isBlocking }) => isBlocking));
  protected readonly refusal = computed(() => closingRefusal(this.context(), this.visit(), this.leaves()));

  protected close(): void {
    if (this.refusal() !== undefined) {
      this.isAsking.set(true);
      return;
    }
    const leaves = this.leaves().trim();
    const isAltered = this.alterations().length > 0;
    this.recorded.emit({ type: 'visit-closed', ...(isAltered && leaves !== '' ? { leaves } : {}) });
  }
}
