import { ChangeDetectionStrategy, Component, computed, ElementRef, input, output, viewChildren } from '@angular/core';
import type { Option } from './option';

/** Something to choose, with what stands beside its name. */
export interface ChoiceOption<Id extends string = string> extends Option<Id> {
  /** Printed before the name as it is printed at the machine: a switch position. */
  readonly mark?: string;
  /** Said after the name, small. */
  readonly note?: string;
}

const STEPS: Readonly<Record<string, number>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

/**
 * One of a few, all in sight. Tab comes to the chosen one, the arrow keys go on to the others, and only a tap, Enter or
 * Space chooses: going by with a key changes nothing.
 */
@Component({
  selector: 'jx-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { role: 'radiogroup', class: 'chips', '[attr.aria-label]': 'label()', '(keydown)': 'move($event)' },
  template: `
    @for (option of options(); track option.id) {
      <button
        #button
        type="button"
        class="chip"
        role="radio"
        [class.small]="isSmall()"
        [disabled]="isDisabled()"
        [attr.data-option]="option.id"
        [attr.aria-checked]="option.id === chosen()"
        [tabindex]="$index === reached() ? 0 : -1"
        (click)="picked.emit(option.id)"
      >
        @if (option.mark) {
          <span class="mono">{{ option.mark }}</span>
        }
        {{ option.name }}
        @if (option.note) {
          <span class="small soft">{{ option.note }}</span>
        }
      </button>
    }
    <ng-content />
  `,
})
export class Choice<Id extends string> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly ChoiceOption<Id>[]>();
  readonly chosen = input<Id>();
  readonly isSmall = input(false);
  readonly isDisabled = input(false);
  readonly picked = output<Id>();
  private readonly buttons = viewChildren<ElementRef<HTMLButtonElement>>('button');
  /** Where Tab comes in: at what is chosen, else at the first. */
  protected readonly reached = computed(() =>
    Math.max(
      0,
      this.options().findIndex(({ id }) => id === this.chosen()),
    ),
  );

  protected move(event: KeyboardEvent): void {
    const buttons = this.buttons().map(({ nativeElement }) => nativeElement);
    const at = buttons.indexOf(event.target as HTMLButtonElement);
    if (at < 0) return;
    const to = event.key === 'Home' ? 0 : event.key === 'End' ? buttons.length - 1 : at + (STEPS[event.key] ?? 0);
    if (to === at) return;
    event.preventDefault();
    buttons.at(to % buttons.length)?.focus();
  }
}
