import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectModule } from 'primeng/select';
import type { Option } from './option';

/** One of many, in a list that opens. */
@Component({
  selector: 'jx-select',
  imports: [FormsModule, SelectModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p-select
      appendTo="body"
      optionLabel="name"
      optionValue="id"
      [ariaLabelledBy]="labelledBy()"
      [options]="$any(options())"
      [ngModel]="chosen()"
      [ngModelOptions]="{ standalone: true }"
      (ngModelChange)="picked.emit($event)"
    />
  `,
  styles: `
    :host,
    p-select {
      display: flex;
    }
    p-select {
      flex: 1;
      min-width: 0;
    }
  `,
})
export class Select<Id extends string> {
  /** Id of the element that names it. */
  readonly labelledBy = input.required<string>();
  readonly options = input.required<readonly Option<Id>[]>();
  readonly chosen = input<Id>();
  readonly picked = output<Id>();
}
