import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';

/** Takes a closed visit up again; the record says so, and why. */
@Component({
  selector: 'jx-reopen-form',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); reopen(why.value)">
      <label>
        <span>What is it taken up again for?</span>
        <input #why jxText name="reason" maxlength="600" autocomplete="off" (input)="lacksReason.set(false)" />
      </label>
      <p class="small soft">Nothing counts as proven dead then, and every supply is unknown.</p>
      @if (lacksReason()) {
        <p class="warning small" role="alert">Say why: the record keeps it.</p>
      }
      <button jxButton type="submit">Take it up again</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    label {
      display: grid;
      gap: 4px;
      width: 100%;
    }
    input,
    button {
      min-height: 48px;
    }
    p {
      margin: 0;
    }
  `,
})
export class ReopenForm {
  readonly reopened = output<string>();
  protected readonly lacksReason = signal(false);

  protected reopen(typed: string): void {
    const reason = typed.trim();
    this.lacksReason.set(reason === '');
    if (reason !== '') this.reopened.emit(reason);
  }
}
