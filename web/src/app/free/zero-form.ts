import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { zeroedLeads, type EventBody } from '@juxtameter/core';

/** What the leads themselves read, to be taken off every reading of ohms. */
@Component({
  selector: 'jx-zero-form',
  imports: [ButtonModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); zero()">
      <label class="field">
        <span class="small soft">Hold the tips together: what does the meter show?</span>
        <input #box pInputText name="leads" inputmode="decimal" autocomplete="off" (input)="text.set(box.value)" />
      </label>
      @if (wasRefused()) {
        <p role="alert"><strong>That is no lead resistance; accepted: 0.2, up to 100 Ω.</strong></p>
      }
      <div class="buttons">
        <button pButton type="submit">Zero</button>
        <button pButton type="button" severity="secondary" [text]="true" (click)="cancelled.emit()">Not now</button>
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
