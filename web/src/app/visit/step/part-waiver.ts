import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../../kit/button';
import { TextField } from '../../kit/text-field';
import { waivePart, type EventBody, type VisitContext, type VisitState } from '@juxtameter/core';

/** A part of a clearance that cannot be read is left out with a reason, which stands in the report. */
@Component({
  selector: 'jx-part-waiver',
  imports: [Button, FormsModule, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (isOpen()) {
      <form (submit)="$event.preventDefault(); waive()">
        <label>
          <span class="visually-hidden">Why this part is not read</span>
          <input
            jxText
            name="waiver"
            maxlength="600"
            autocomplete="off"
            placeholder="Why it is not read"
            [ngModel]="reason()"
            (ngModelChange)="reason.set($event); lacksReason.set(false)"
          />
        </label>
        <button jxButton type="submit" kind="secondary">Waive</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="isOpen.set(false)">Cancel</button>
      </form>
      @if (lacksReason()) {
        <p class="small" role="alert">Say why it is not read: the reason stands in the report.</p>
      }
    } @else {
      <button jxButton type="button" size="small" kind="secondary" [quiet]="true" (click)="isOpen.set(true)">
        Cannot be read: waive this part
      </button>
    }
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    label {
      flex: 1 1 200px;
    }
    input {
      width: 100%;
      min-height: var(--touch);
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class PartWaiver {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly isOpen = signal(false);
  protected readonly reason = signal('');
  protected readonly lacksReason = signal(false);

  protected waive(): void {
    const body = waivePart(this.context(), this.visit(), this.reason());
    if (!body) return this.lacksReason.set(true);
    this.isOpen.set(false);
    this.reason.set('');
    this.recorded.emit(body);
  }
}
