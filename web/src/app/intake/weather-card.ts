import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import { intakeOf, type EventBody, type VisitState } from '@juxtameter/core';
import { readAir } from '../look/plausibility';

const WEATHER = ['dry', 'rain', 'storm', 'frost', 'heat', 'wind', 'thunder', 'fog'];
const PLACES = ['outside', 'inside', 'set'] as const;

/** Weather and temperatures of the day. */
@Component({
  selector: 'jx-weather-card',
  imports: [ButtonModule, InputTextModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card', 'data-topic': 'weather' },
  template: `
    <h2>Weather and temperatures</h2>
    <ul class="noted">
      @for (item of noted(); track item.id) {
        <li>
          <span>{{ item.text }}</span>
          @if (canEdit()) {
            <button
              pButton
              type="button"
              size="small"
              severity="secondary"
              [text]="true"
              (click)="recorded.emit({ type: 'retracted', event: item.id })"
            >
              Take back
            </button>
          }
        </li>
      }
    </ul>
    @if (canEdit()) {
      <form (submit)="$event.preventDefault(); add(form)" #form>
        <div class="chips">
          @for (word of weather; track word) {
            <button type="button" class="chip small" [attr.aria-pressed]="chosen().has(word)" (click)="toggle(word)">
              {{ word }}
            </button>
          }
        </div>
        <div class="grid">
          <label class="labelled"
            ><span class="small soft">Outside</span
            ><input
              pInputText
              name="outside"
              inputmode="decimal"
              maxlength="40"
              placeholder="4 or 39 F"
              autocomplete="off"
          /></label>
          <label class="labelled"
            ><span class="small soft">Inside</span
            ><input pInputText name="inside" inputmode="decimal" maxlength="40" autocomplete="off"
          /></label>
          <label class="labelled"
            ><span class="small soft">Set to</span
            ><input pInputText name="set" inputmode="decimal" maxlength="40" autocomplete="off"
          /></label>
        </div>
        @if (problem()) {
          <p role="alert">
            <strong>{{ problem() }}</strong>
          </p>
        }
        <button pButton type="submit" severity="secondary">Add</button>
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
  protected readonly weather = WEATHER;
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
