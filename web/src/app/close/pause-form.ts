import { ChangeDetectionStrategy, Component, output, signal } from '@angular/core';
import type { EventBody } from '@juxtameter/core';
import { Button } from '../kit/button';
import { ReasonField } from '../kit/reason-field';
import { TextField } from '../kit/text-field';

const USUAL = ['a part', 'the customer', 'a second hand', 'drier weather', 'office hours'];

/** What a record takes of words. */
const LONGEST_WORDS = 600;

/** The visit goes on another day: what it waits for, and until when. */
@Component({
  selector: 'jx-pause-form',
  imports: [Button, ReasonField, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown.enter)': 'entered($event)' },
  template: `
    <jx-reason-field
      name="pause-reason"
      label="It waits for"
      choiceLabel="What it waits for"
      [usual]="usual"
      [(reason)]="reason"
    />
    <label class="labelled">
      <span>Until</span>
      <input #day jxText type="date" name="pause-until" [value]="until()" (input)="until.set(day.value)" />
    </label>
    @if (lacks()) {
      <p class="warning small" role="alert">Say what it waits for.</p>
    }
    <p class="small soft">
      Until somebody goes on, every supply counts as live and nothing as proven dead. Jumpers and lifted leads stay on
      the list.
    </p>
    <button jxButton type="button" kind="secondary" (click)="pause()">Pause the visit</button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    p {
      margin: 0;
    }
    input,
    button {
      min-height: var(--touch);
    }
  `,
})
export class PauseForm {
  readonly recorded = output<EventBody>();
  protected readonly usual = USUAL;
  protected readonly reason = signal('');
  protected readonly until = signal('');
  protected readonly lacks = signal(false);

  /** Enter in a field pauses; it does not close the visit whose page this stands on. */
  protected entered(event: Event): void {
    if (!(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    this.pause();
  }

  protected pause(): void {
    const reason = this.reason().trim().slice(0, LONGEST_WORDS);
    this.lacks.set(reason === '');
    if (reason === '') return;
    this.recorded.emit({ type: 'visit-paused', reason, ...(this.until() === '' ? {} : { until: this.until() }) });
  }
}
