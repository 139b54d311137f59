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
import type { EventBody } from '@juxtameter/core';

/** A line of words for the log. */
@Component({
  selector: 'jx-note-form',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); add()">
      <label class="field">
        <span class="small soft">Note for the log</span>
        <input #box jxText name="words" maxlength="600" autocomplete="off" (input)="text.set(box.value)" />
      </label>
      <div class="buttons">
        <button jxButton type="submit">Add note</button>
        <button jxButton type="button" kind="secondary" [quiet]="true" (click)="cancelled.emit()">Cancel</button>
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
