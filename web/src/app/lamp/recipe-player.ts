import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal } from '@angular/core';
import { Button } from '../kit/button';
import { CAUTIONS, inBase, readQuantity, type RecipeDocument, type RecipePlayed } from '@juxtameter/core';
import { Ticker } from '../shell/ticker';
import { Beeper } from './beeper';

/** A service-mode recipe, step by step in large type; what is timed is counted down, with a sound and a shake at its end. */
@Component({
  selector: 'jx-recipe-player',
  imports: [Button],
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { class: 'card' },
  template: `
    <h2>{{ recipe().name }}{{ recipe().purpose ? ': ' + recipe().purpose : '' }}</h2>
    @for (caution of cautions(); track caution.kind) {
      <p class="warning">
        <strong>{{ caution.kind }}</strong>: {{ caution.text }}
      </p>
    }
    @if ((recipe().mayStart ?? []).length > 0) {
      <p class="warning"><strong>May start:</strong> {{ recipe().mayStart?.join(', ') }}.</p>
    }
    @if (at() === undefined) {
      <ol class="plan">
        @for (step of recipe().steps; track $index) {
          <li>{{ verbs[step.do] }} {{ step.what }}{{ step.for ? ', ' + step.for : '' }}</li>
        }
      </ol>
      <p><span class="soft">How you know you are in:</span> {{ recipe().proof }}</p>
      <button jxButton type="button" class="big-button" (click)="begin()">Play it</button>
    } @else if (current(); as step) {
      <p class="small soft">Step {{ (at() ?? 0) + 1 }} of {{ recipe().steps.length }}</p>
      <p class="huge" aria-live="assertive">{{ verbs[step.do] }} {{ step.what }}</p>
      @if (remaining() !== undefined) {
        <p class="count mono" role="timer">{{ remaining()?.toFixed(1) }}<span class="unit">s</span></p>
        <progress [value]="lasts() - (remaining() ?? 0)" [max]="lasts()"></progress>
      }
      <div class="chips">
        <button jxButton type="button" class="big-button" (click)="next()">
          {{ isLast() ? 'Done' : remaining() ? 'Next now' : 'Next' }}
        </button>
        <button jxButton type="button" kind="secondary" (click)="stop('aborted')">Stop here</button>
      </div>
      @if (recipe().abort) {
        <p class="small"><span class="soft">Stop when</span> {{ recipe().abort }}</p>
      }
    } @else {
      <p class="huge">{{ recipe().proof }}</p>
      <div class="chips">
        <button jxButton type="button" class="big-button" (click)="stop('entered')">Yes, I am in</button>
        <button jxButton type="button" kind="secondary" (click)="stop('aborted')">No</button>
      </div>
      @if (recipe().abort) {
        <p class="small">{{ recipe().abort }}</p>
      }
    }
  `,
  styles: `
    .plan {
      padding-left: 22px;
      list-style: decimal;
    }
    .huge {
      font-size: 34px;
      font-weight: 650;
      line-height: 1.2;
    }
    .count {
      font-size: 72px;
      font-weight: 600;
      line-height: 1;
    }
    .unit {
      margin-left: 8px;
      font-size: 28px;
    }
    progress {
      width: 100%;
      height: 14px;
      accent-color: var(--accent);
    }
    .big-button {
      min-height: 60px;
      font-size: 20px;
    }
  `,
})
export class RecipePlayer {
  readonly recipe = input.required<RecipeDocument>();
  readonly played = output<RecipePlayed>();
  private readonly beeper = inject(Beeper);
  private readonly now = inject(Ticker).follow();
  /** Index of the step being played; past the last one the proof is asked for. */
  protected readonly at = signal<number | undefined>(undefined);
  private readonly since = signal(0);
  protected readonly verbs = {
    press: 'Press:',
    hold: 'Hold:',
    release: 'Let go:',
    turn: 'Turn:',
    wait: 'Wait:',
    look: 'Look:',
    switch: 'Switch:',
  } as const;
  protected readonly current = computed(() => {
    const at = this.at();
    return at === undefined ? undefined : this.recipe().steps[at];
  });
  protected readonly isLast = computed(() => this.at() === this.recipe().steps.length - 1);
  protected readonly lasts = computed(() => {
    const text = this.current()?.for;
    return text === undefined ? 0 : inBase(readQuantity(text, 'for', 'time'));
  });
  protected readonly remaining = computed(() =>
    this.lasts() === 0 ? undefined : Math.max(0, this.lasts() - (this.now() - this.since()) / 1000),
  );
  protected readonly cautions = computed(() =>
    (this.recipe().cautions ?? []).map((kind) => ({ kind: kind.replaceAll('-', ' '), text: CAUTIONS[kind] ?? '' })),
  );

  constructor() {
    // What is timed goes on by itself: both hands are at the keys.
    effect(() => {
      if (this.remaining() === 0) this.next();
    });
  }

  protected begin(): void {
    this.at.set(0);
    this.since.set(Date.now());
    this.beeper.signal();
  }

  protected next(): void {
    this.at.update((at) => (at ?? 0) + 1);
    this.since.set(Date.now());
    this.beeper.signal();
  }

  protected stop(result: RecipePlayed['result']): void {
    this.at.set(undefined);
    this.played.emit({ type: 'recipe-played', recipe: this.recipe().id, result });
  }
}
