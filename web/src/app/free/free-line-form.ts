import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  model,
  output,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from '../kit/button';
import { KeyRow } from '../kit/key-row';
import { TextField } from '../kit/text-field';
import { Select } from '../kit/select';
import {
  displayUnit,
  expectationExamples,
  formatReading,
  FUNCTIONS,
  MEASUREMENT_FUNCTIONS,
  recorded,
  shouldWords,
  VERDICT_WORDS,
  type FreeReading,
  type JudgedLine,
  type MeasurementFunction,
  type Reading,
} from '@juxtameter/core';
import type { JuxtaInput } from '../juxta/juxta-axis';
import { JuxtaBar } from '../juxta/juxta-bar';
import { verdictColour } from '../juxta/verdict-colour';
import { VerdictGlyph } from '../juxta/verdict-glyph';
import { comparisonOf } from '../visit/view/log-rows';
import { extraKeys } from '../visit/step/extra-keys';

/** Examples that a row holds; the field offers the others. */
const OFFERED = 4;

/** What is measured, what it should be and what it is, in one line of fields; the comparison stands under it while it is typed. */
@Component({
  selector: 'jx-free-line-form',
  imports: [Button, FormsModule, KeyRow, TextField, JuxtaBar, Select, VerdictGlyph],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './free-line-form.html',
  styleUrl: './free-line-form.scss',
})
export class FreeLineForm {
  readonly line = model.required<FreeReading>();
  readonly judged = input.required<JudgedLine>();
  /** Asks where the probes go. */
  readonly hasPoints = input(true);
  readonly points = input<readonly string[]>([]);
  readonly expectations = input<readonly string[]>([]);
  /** Enter, with everything as it is typed. */
  readonly entered = output();
  /** Refused: what stops it is said loudly. */
  readonly wasRefused = input(false);
  readonly canLog = input(true);

  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  private readonly firstPoint = viewChild<ElementRef<HTMLInputElement>>('firstPoint');
  protected readonly functions = MEASUREMENT_FUNCTIONS.map((id) => ({ id, name: FUNCTIONS[id].name }));
  protected readonly OFFERED = OFFERED;
  protected readonly examples = computed(() => expectationExamples(this.line().function));
  protected readonly offered = computed(() => [...new Set([...this.expectations(), ...this.examples()])]);
  protected readonly unit = computed(() => displayUnit(this.line().function));
  protected readonly keys = computed(() => extraKeys(this.line().function));
  protected readonly verdicts = VERDICT_WORDS;
  protected readonly colour = computed(() => verdictColour(this.judged().judgement?.verdict));
  protected readonly is = computed(() => {
    const { reading } = this.judged();
    return reading ? formatReading(reading) : '';
  });
  protected readonly should = computed(() => {
    const { expectation } = this.judged();
    return expectation ? shouldWords(expectation, this.line().function) : '';
  });
  protected readonly comparison = computed<JuxtaInput | undefined>(() => {
    const { expectation, judgement } = this.judged();
    // Neither a limit nor a reading: there is nothing to be seen yet.
    const hasLimit = expectation && (Number.isFinite(expectation.low) || Number.isFinite(expectation.high));
    if (!expectation || (!hasLimit && !judgement)) return undefined;
    const none = { verdict: 'unjudged', sentence: '', rulesVersion: 0 } as const;
    return comparisonOf({
      function: this.line().function,
      expectation: recorded(expectation),
      judgement: judgement ?? none,
      ...(this.judged().reading ? { reading: this.judged().reading } : {}),
    });
  });

  protected readonly isAtOnePlace = computed(() => FUNCTIONS[this.line().function].isAtOnePlace);

  /** Where the next key belongs: the first probe while it has no place, then the reading. */
  focus(): void {
    const { from, to } = this.line();
    const isPlaced = !this.hasPoints() || (from !== '' && (to !== '' || this.isAtOnePlace()));
    (isPlaced ? this.field() : this.firstPoint())?.nativeElement.focus({ preventScroll: true });
  }

  /** An empty field for the next reading. */
  clear(): void {
    const field = this.field()?.nativeElement;
    // Typed and logged within one frame, the binding never saw the digits and would not take them away.
    if (field) field.value = '';
  }

  protected change(part: Partial<FreeReading>): void {
    const { chosen: _chosen, ...line } = this.line();
    this.line.set({ ...line, ...part });
  }

  protected measure(measured: MeasurementFunction): void {
    this.change({ function: measured, expects: '', ...(FUNCTIONS[measured].isAtOnePlace ? { to: '' } : {}) });
  }

  protected press(key: string): void {
    this.change({ text: `${this.line().text}${key}` });
    this.field()?.nativeElement.focus();
  }

  protected pick(chosen: Reading): void {
    this.line.set({ ...this.line(), chosen });
    this.entered.emit();
  }

  protected words(reading: Reading): string {
    return formatReading(reading);
  }
}
