import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Option } from './option';

/**
 * One of many, in the list of the browser itself: a phone shows its own, as large as a glove needs, and no list floats
 * over the page that a scroll or a second tap could close.
 */
@Component({
  selector: 'jx-select',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      #list
      [attr.name]="name()"
      [attr.aria-labelledby]="labelledBy()"
      [attr.aria-label]="label()"
      (change)="pick(list.value)"
    >
      @if (placeholder(); as words) {
        <option value="" disabled [selected]="chosen() === undefined">{{ words }}</option>
      }
      @for (option of options(); track option.id) {
        <option [value]="option.id" [selected]="option.id === chosen()">{{ option.name }}</option>
      }
    </select>
  `,
  styles: `
    :host {
      display: flex;
    }
    select {
      flex: 1;
      min-width: 0;
      min-height: 46px;
      padding: 0 12px;
      border: 1px solid var(--p-inputtext-border-color, var(--soft-ink));
      border-radius: 12px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      text-overflow: ellipsis;
    }
  `,
})
export class Select<Id extends string> {
  /** Id of the element that names it, or the name itself where nothing on the page does. */
  readonly labelledBy = input<string>();
  readonly label = input<string>();
  readonly name = input<string>();
  /** What stands there while nothing is chosen: where an answer decides, none is given beforehand. */
  readonly placeholder = input('');
  readonly options = input.required<readonly Option<Id>[]>();
  readonly chosen = input<Id>();
  readonly picked = output<Id>();

  protected pick(id: string): void {
    const option = this.options().find((each) => each.id === id);
    if (option) this.picked.emit(option.id);
  }
}
