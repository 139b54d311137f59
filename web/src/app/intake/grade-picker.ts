import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import type { Grade } from '@juxtameter/core';

const GRADES: readonly { readonly id: Grade; readonly words: string }[] = [
  { id: 'reported', words: 'told to me' },
  { id: 'observed', words: 'seen by me' },
  { id: 'measured', words: 'measured' },
  { id: 'assumed', words: 'assumed' },
];

/** How a fact was come by. */
@Component({
  selector: 'jx-grade-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="chips" role="radiogroup" aria-label="How is it known?">
      @for (each of grades; track each.id) {
        <button
          type="button"
          class="chip small"
          role="radio"
          [attr.aria-checked]="grade() === each.id"
          (click)="grade.set(each.id)"
        >
          {{ each.words }}
        </button>
      }
    </div>
  `,
})
export class GradePicker {
  readonly grade = model.required<Grade>();
  protected readonly grades = GRADES;
}
