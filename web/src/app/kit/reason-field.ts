import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { Choice } from './choice';
import { TextField } from './text-field';

/** A reason in somebody's words, with the usual ones to be tapped. */
@Component({
  selector: 'jx-reason-field',
  imports: [Choice, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="labelled">
      <span>{{ label() }}</span>
      <input
        #line
        jxText
        [name]="name()"
        maxlength="600"
        autocomplete="off"
        [value]="reason()"
        (input)="reason.set(line.value)"
      />
    </label>
    @if (options().length > 0) {
      <jx-choice
        [label]="choiceLabel() || label()"
        [options]="options()"
        [chosen]="reason()"
        [isSmall]="true"
        (picked)="reason.set($event)"
      />
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
      width: 100%;
    }
    input {
      min-height: 48px;
    }
  `,
})
export class ReasonField {
  readonly name = input.required<string>();
  readonly label = input.required<string>();
  /** What the usual ones are called together, where the label does not say. */
  readonly choiceLabel = input('');
  /** As they are mostly said. */
  readonly usual = input<readonly string[]>([]);
  readonly reason = model('');
  protected readonly options = computed(() => this.usual().map((reason) => ({ id: reason, name: reason })));
}
