import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import {
  capital,
  LEFT_IN_UNIT,
  LEFT_IN_UNIT_WORDS,
  settingsOf,
  standingOf,
  type EventBody,
  type LeftInUnit,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { said } from '../kit/said';
import { TextField } from '../kit/text-field';
import { TakeBack } from '../repair/take-back';

/** How the settings stand as one goes, and what stays in the unit for whoever opens it next. */
@Component({
  selector: 'jx-departure-card',
  imports: [Button, TakeBack, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '(keydown.enter)': 'entered($event)' },
  template: `
    @for (each of noted(); track each.id) {
      <p class="line">
        <span>{{ each.words }}</span>
        <jx-take-back [event]="each.id" what="how it is left" (recorded)="recorded.emit($event)" />
      </p>
    }
    <div class="fields">
      @for (setting of settings(); track setting.id) {
        <label class="labelled">
          <span>{{ setting.name }}</span>
          <input
            jxText
            maxlength="200"
            autocomplete="off"
            [name]="setting.id"
            [value]="values()[setting.id] ?? setting.value"
            (input)="set(setting.id, $event)"
          />
        </label>
      }
    </div>
    <div class="chips" role="group" aria-label="Left in the unit">
      @for (each of things; track each.id) {
        <button type="button" class="chip" [attr.aria-pressed]="left().includes(each.id)" (click)="toggle(each.id)">
          {{ each.name }}
        </button>
      }
    </div>
    <input
      #note
      jxText
      name="departure-note"
      maxlength="600"
      aria-label="What else was left, and where"
      placeholder="What else, and where"
      autocomplete="off"
      [value]="text()"
      (input)="text.set(note.value)"
    />
    @if (lacks()) {
      <p class="warning small" role="alert">Say how a setting stands, or what was left.</p>
    }
    <button jxButton type="button" kind="secondary" (click)="record()">Note it as it is left</button>
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      justify-items: start;
    }
    .fields {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
      gap: 8px 14px;
      width: 100%;
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
    input {
      width: 100%;
    }
    input,
    button {
      min-height: var(--touch);
    }
  `,
})
export class DepartureCard {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly recorded = output<EventBody>();
  protected readonly things = LEFT_IN_UNIT.map((id) => ({ id, name: LEFT_IN_UNIT_WORDS[id] }));
  protected readonly left = signal<readonly LeftInUnit[]>([]);
  protected readonly text = signal('');
  protected readonly lacks = signal(false);
  /** What was typed over what the record says. */
  protected readonly values = signal<Readonly<Record<string, string>>>({});
  protected readonly settings = computed(() => {
    const read = new Map(standingOf(this.visit(), 'setting-read').map(({ setting, value }) => [setting, value]));
    return settingsOf(this.context().model).map(({ address, setting }) => ({
      id: address,
      name: capital(setting.name ?? address),
      value: read.get(address) ?? '',
    }));
  });
  protected readonly noted = computed(() =>
    standingOf(this.visit(), 'departure-noted').map(({ id, settings, left, note }) => ({
      id,
      words: [
        ...settings.map(
          ({ setting, value }) => `${this.settings().find((each) => each.id === setting)?.name ?? setting} at ${value}`,
        ),
        ...left.map((each) => LEFT_IN_UNIT_WORDS[each]),
        note,
      ]
        .filter(Boolean)
        .join(' · '),
    })),
  );

  protected set(setting: string, event: Event): void {
    const { value } = event.target as HTMLInputElement;
    this.values.update((values) => ({ ...values, [setting]: value }));
  }

  protected toggle(thing: LeftInUnit): void {
    this.left.update((left) => (left.includes(thing) ? left.filter((each) => each !== thing) : [...left, thing]));
  }

  /** Enter in a field notes it; it does not close the visit whose page this stands on. */
  protected entered(event: Event): void {
    if (!(event.target instanceof HTMLInputElement)) return;
    event.preventDefault();
    this.record();
  }

  protected record(): void {
    const settings = this.settings()
      .map(({ id, value }) => ({ setting: id, value: (this.values()[id] ?? value).trim() }))
      .filter(({ value }) => value !== '');
    const [left, note] = [this.left(), this.text().trim()];
    this.lacks.set(settings.length === 0 && left.length === 0 && note === '');
    if (this.lacks()) return;
    this.recorded.emit({ type: 'departure-noted', settings, left, ...said('note', note) });
    this.left.set([]);
    this.text.set('');
    this.values.set({});
  }
}
