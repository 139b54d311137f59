import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { Button } from './button';
import { TextField } from './text-field';

/** One line to type and one button: what was typed is handed on without the blanks around it, and the line is empty again. */
@Component({
  selector: 'jx-line-form',
  imports: [Button, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); enter()">
      <input
        #line
        jxText
        [name]="name()"
        [attr.maxlength]="most()"
        autocomplete="off"
        [attr.aria-label]="label()"
        [placeholder]="placeholder() || label()"
        [value]="text()"
        (input)="text.set(line.value)"
      />
      <button jxButton type="submit" kind="secondary">{{ action() }}</button>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 10px;
    }
    input {
      flex: 1 1 140px;
      min-width: 0;
      min-height: var(--touch);
    }
    button {
      min-height: var(--touch);
    }
  `,
})
export class LineForm {
  readonly name = input.required<string>();
  /** For those who do not see the placeholder; the placeholder too where there is no other. */
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly action = input('Add');
  /** Characters at most. */
  readonly most = input(4000);
  readonly entered = output<string>();
  protected readonly text = signal('');

  protected enter(): void {
    const text = this.text().trim();
    if (text === '') return;
    this.text.set('');
    this.entered.emit(text);
  }
}
