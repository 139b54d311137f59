import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  notedTime,
  notedTimeWords,
  standingOf,
  TIME_KIND_WORDS,
  TIME_KINDS,
  type EventBody,
  type TimeKind,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { said } from '../kit/said';
import { TextField } from '../kit/text-field';
import { typedMinutes } from '../kit/typed-minutes';
import { TakeBack } from '../repair/take-back';

/** Work, waiting and travel, apart: what a bill and a next visit want to know. */
@Component({
  selector: 'jx-time-card',
  imports: [Button, Choice, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown.enter)': 'entered($event)' },
  template: `
    @if (words(); as words) {
      <p>{{ words }}</p>
    }
    @for (each of spent(); track each.id) {
      <p class="line small">
        <span>{{ each.words }}</span>
        <jx-take-back [event]="each.id" [what]="each.words" (recorded)="recorded.emit($event)" />
      </p>
    }
    <jx-choice label="What the time went to" [options]="kinds" [chosen]="kind()" (picked)="kind.set($event)" />
    <div class="entry-row">
      <input
        #minutesField
        jxText
        name="time-minutes"
        inputmode="numeric"
        maxlength="6"
        aria-label="Minutes"
        placeholder="Minutes"
        autocomplete="off"
        [value]="minutes()"
        (input)="minutes.set(minutesField.value)"
      />
      <input
        #noteField
        jxText
        name="time-note"
        maxlength="600"
        aria-label="For what, or held up by whom"
        placeholder="For what, held up by whom"
        autocomplete="off"
        [value]="note()"
        (input)="note.set(noteField.value)"
      />
      <button jxButton type="button" kind="secondary" (click)="record()">Note the time</button>
    </div>
    @if (fault()) {
      <p class="warning small" role="alert">{{ fault() }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 10px;
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
export class TimeCard {
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly kinds = TIME_KINDS.map((id) => ({ id, name: TIME_KIND_WORDS[id] }));
  protected readonly kind = signal<TimeKind | undefined>(undefined);
  protected readonly minutes = signal('');
  protected readonly note = signal('');
  protected readonly fault = signal('');
  protected readonly words = computed(() => notedTimeWords(notedTime(this.visit())));
  protected readonly spent = computed(() =>
    standingOf(this.visit(), 'time-spent').map(({ id, kind, minutes, note }) => ({
      id,
      words: `${minutes} min ${TIME_KIND_WORDS[kind]}${note === undefined ? '' : `, ${note}`}`,
    })),
  );

  /** Enter in a field notes it; it does not close the visit whose page this stands on. */
  protected entered(event: Event): void {
    if (!(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    this.record();
  }

  protected record(): void {
    const [kind, typed] = [this.kind(), this.minutes().trim()];
    const { minutes, fault } = { minutes: undefined, fault: undefined, ...typedMinutes(typed) };
    this.fault.set(
      kind === undefined
        ? 'Say what the time went to.'
        : (fault ?? (minutes === undefined ? 'Say how many minutes.' : '')),
    );
    if (kind === undefined || minutes === undefined) return;
    this.recorded.emit({ type: 'time-spent', kind, minutes, ...said('note', this.note().trim()) });
    this.minutes.set('');
    this.note.set('');
    this.kind.set(undefined);
  }
}
