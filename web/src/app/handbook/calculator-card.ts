import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import type { Option } from '../kit/option';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import { runCalculator, type Calculator, type CalculatorResult, type Meter } from '@juxtameter/core';

import { CurvePicture } from './curve-picture';

/** One formula of the handbook: what goes in, what comes out, where it is from. */
@Component({
  selector: 'jx-calculator-card',
  imports: [Button, CurvePicture, FormsModule, Select, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>{{ calculator().title }}</h2>
    <div class="fields">
      @for (field of calculator().fields; track field.id) {
        <div class="field">
          <span class="small soft" [id]="'field-' + field.id">{{ field.label }}</span>
          @if (field.kind === 'choice') {
            <jx-select
              [labelledBy]="'field-' + field.id"
              [name]="field.id"
              [options]="choicesOf(field.choices)"
              [chosen]="texts()[field.id]"
              (picked)="write(field.id, $event)"
            />
          } @else {
            <input
              jxText
              class="mono"
              autocomplete="off"
              spellcheck="false"
              maxlength="120"
              [attr.aria-labelledby]="'field-' + field.id"
              [attr.name]="field.id"
              [class.wrong]="problem()?.field === field.id"
              [ngModelOptions]="{ standalone: true }"
              [ngModel]="texts()[field.id]"
              (ngModelChange)="write(field.id, $event)"
            />
          }
        </div>
      }
    </div>
    <div class="result" aria-live="polite">
      @if (result(); as result) {
        <dl>
          @for (line of result.lines; track line.label) {
            <dt>{{ line.label }}</dt>
            <dd class="mono">{{ line.text }}</dd>
          }
        </dl>
        @if (curve(); as curve) {
          <jx-curve-picture [curve]="curve" />
        }
        @if (result.caution) {
          <p class="small caution">{{ result.caution }}</p>
        }
        @if (canUse() && result.expects; as expects) {
          <button jxButton type="button" kind="secondary" (click)="used.emit(expects)">
            Use as expected value: {{ expects.line }}
          </button>
        }
      } @else if (problem(); as problem) {
        <p>
          <strong>{{ problem.message }}</strong>
          @if (problem.accepted.length > 0) {
            <span class="soft">Accepted: {{ problem.accepted.join('   ') }}</span>
          }
        </p>
      }
    </div>
    <p class="small soft">{{ calculator().formula }} · {{ calculator().source }}</p>
  `,
  styleUrl: './calculator-card.scss',
})
export class CalculatorCard {
  readonly calculator = input.required<Calculator>();
  readonly meter = input<Meter>();
  /** There is a visit whose next reading it can be expected of. */
  readonly canUse = input(false);
  readonly used = output<NonNullable<CalculatorResult['expects']>>();
  protected readonly texts = linkedSignal<Calculator, Readonly<Record<string, string>>>({
    source: this.calculator,
    computation: ({ fields }) => Object.fromEntries(fields.map(({ id, start }) => [id, start])),
  });
  private readonly run = computed(() => runCalculator(this.calculator(), this.texts(), this.meter()));
  protected readonly result = computed(() => {
    const run = this.run();
    return run.outcome === 'result' ? run.result : undefined;
  });
  protected readonly curve = computed(() => {
    const run = this.run();
    return run.outcome === 'result' ? run.curve : undefined;
  });
  protected readonly problem = computed(() => {
    const run = this.run();
    return run.outcome === 'problem' ? run : undefined;
  });

  protected choicesOf(choices: readonly string[]): readonly Option[] {
    return choices.map((id) => ({ id, name: id.replaceAll('-', ' ') }));
  }

  protected write(id: string, text: string): void {
    this.texts.update((texts) => ({ ...texts, [id]: text }));
  }
}
