import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import { intakeOf, type EventBody, type VisitState } from '@juxtameter/core';
import { readAir } from '../look/plausibility';
import { Toggles } from '../kit/toggles';
import { NotedList } from '../kit/noted-list';

const WEATHER = ['dry', 'rain', 'storm', 'frost', 'heat', 'wind', 'thunder', 'fog'];
const PLACES = ['outside', 'inside', 'set'] as const;

/** Weather and temperatures of the day. */
@Component({
  selector: 'jx-weather-card',
  imports: [Button, NotedList, TextField, Toggles],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'weather' },
  template: `
    <h2>Weather and temperatures</h2>
    <jx-noted-list
      [items]="noted()"
      [canEdit]="canEdit()"
      (takenBack)="recorded.emit({ type: 'retracted', event: $event })"
    />
    @if (canEdit()) {
      <form (submit)="$event.preventDefault(); add(form)" #form>
        <jx-toggles
          label="Weather"
          [options]="weather"
          [chosen]="chosen()"
          [isSmall]="true"
          (toggled)="toggle($event)"
        />
        <div class="grid">
          <label class="labelled"
            ><span class="small soft">Outside</span
            ><input jxText name="outside" inputmode="decimal" maxlength="40" placeholder="4 or 39 F" autocomplete="off"
          /></label>
          <label class="labelled"
            ><span class="small soft">Inside</span
            ><input jxText name="inside" inputmode="decimal" maxlength="40" autocomplete="off"
          /></label>
          <label class="labelled"
            ><span class="small soft">Set to</span
            ><input jxText name="set" inputmode="decimal" maxlength="40" autocomplete="off"
          /></label>
        </div>
        @if (problem()) {
          <p role="alert">
            <strong>{{ problem() }}</strong>
          </p>
        }
        <button jxButton type="submit" kind="secondary">Add</button>
      </form>
    }
  `,
  styles: `
    form,
    .grid {
      display: grid;
      gap: 8px;
    }
    .grid {
      grid-template-columns: repeat(3, minmax(0, 1fr));
    }
    button[type='submit'] {
      min-height: 46px;
      justify-self: start;
    }
  `,
})
export class WeatherCard {
  readonly visit = input.required<VisitState>();
  readonly canEdit = input(true);
  readonly recorded = output<EventBody>();
  protected readonly weather = WEATHER.map((word) => ({ id: word, name: word }));
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  protected readonly problem = signal('');
  protected readonly noted = computed(() => intakeOf(this.visit(), 'weather'));

  protected toggle(word: string): void {
    this.chosen.update((chosen) => {
      const next = new Set(chosen);
      if (!next.delete(word)) next.add(word);
      return next;
    });
  }

  /** A temperature that cannot be is asked for again; nothing typed is lost. */
  protected add(form: HTMLFormElement): void {
    const temperatures: Partial<Record<(typeof PLACES)[number], number>> = {};
    for (const place of PLACES) {
      const text = String(new FormData(form).get(place) ?? '').trim();
      if (text === '') continue;
      const celsius = readAir(text);
      if (typeof celsius === 'string') return this.problem.set(`${place}: ${celsius}`);
      temperatures[place] = celsius;
    }
    this.problem.set('');
    const said = [
      ...this.chosen(),
      ...Object.entries(temperatures).map(([place, celsius]) => `${place} ${celsius} °C`),
    ];
    if (said.length === 0) return;
    const isMeasured = Object.keys(temperatures).length > 0;
    this.recorded.emit({
      type: 'intake-recorded',
      topic: 'weather',
      text: said.join(', '),
      grade: 'observed',
      ...(isMeasured ? { temperatures } : {}),
    });
    this.chosen.set(new Set());
    form.reset();
  }
}
