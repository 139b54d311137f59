import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from './option';

/** Any of a few, all in sight: a tap puts one on, another takes it off. */
@Component({
  selector: 'jx-toggles',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'group', class: 'chips', '[attr.aria-label]': 'label()' },
  template: `
    @for (option of options(); track option.id) {
      <button
        type="button"
        class="chip"
        [class.small]="isSmall()"
        [attr.data-option]="option.id"
        [attr.aria-pressed]="chosen().has(option.id)"
        (click)="toggled.emit(option.id)"
      >
        {{ option.name }}
      </button>
    }
  `,
})
export class Toggles<Id extends string> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<Id>[]>();
  readonly chosen = input.required<ReadonlySet<Id>>();
  readonly isSmall = input(false);
  readonly toggled = output<Id>();
}
