import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import type { Grade } from '@juxtameter/core';
import { Choice } from '../kit/choice';
import type { Option } from '../kit/option';

const GRADES: readonly Option<Grade>[] = [
  { id: 'reported', name: 'told to me' },
  { id: 'observed', name: 'seen by me' },
  { id: 'measured', name: 'measured' },
  { id: 'assumed', name: 'assumed' },
];

/** How a fact was come by. */
@Component({
  selector: 'jx-grade-picker',
  imports: [Choice],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-choice
      label="How is it known?"
      [options]="grades"
      [chosen]="grade()"
      [isSmall]="true"
      (picked)="grade.set($event)"
    />
  `,
})
export class GradePicker {
  readonly grade = model.required<Grade>();
  protected readonly grades = GRADES;
}
