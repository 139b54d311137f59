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
import type { EventBody } from '@juxtameter/core';

/** A line of words for the log. */
@Component({
  selector: 'jx-note-form',
  imports: [ButtonModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); add()">
      <label class="field">
        <span class="small soft">Note for the log</span>
        <input #box pInputText name="words" maxlength="600" autocomplete="off" (input)="text.set(box.value)" />
      </label>
      <div class="buttons">
        <button pButton type="submit">Add note</button>
        <button pButton type="button" severity="secondary" [text]="true" (click)="cancelled.emit()">Cancel</button>
      </div>
    </form>
  `,
  styleUrl: './panel.scss',
})
export class NoteForm {
  readonly recorded = output<EventBody>();
  readonly cancelled = output();
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  protected readonly text = signal('');

  constructor() {
    afterNextRender(() => this.box().nativeElement.focus());
  }

  protected add(): void {
    const text = this.text().trim();
    if (text !== '') this.recorded.emit({ type: 'note-added', text });
  }
}
