import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { zeroedLeads, type EventBody } from '@juxtameter/core';

/** What the leads themselves read, to be taken off every reading of ohms. */
@Component({
  selector: 'jx-zero-form',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); zero()">
      <label class="field">
        <span class="small soft">Hold the tips together: what does the meter show?</span>
        <input #box jxText name="leads" inputmode="decimal" autocomplete="off" (input)="text.set(box.value)" />
      </label>
      @if (wasRefused()) {
        <p role="alert"><strong>That is no lead resistance; accepted: 0.2, up to 100 Ω.</strong></p>
      }
      <div class="buttons">
        <button jxButton type="submit">Zero</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: './panel.scss',
})
export class ZeroForm {
  readonly recorded = output<EventBody>();
  readonly cancelled = output();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly text = signal('');
  protected readonly wasRefused = signal(false);

  constructor() {
    afterNextRender(() => this.box().nativeElement.focus());
  }

  protected zero(): void {
    const body = zeroedLeads(this.text());
    this.wasRefused.set(body === undefined);
    if (body) this.recorded.emit(body);
  }
}
