import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { targetStep, type ObservationStep as ObservationStepDocument } from '@juxtameter/core';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** Something to look at, listen to or smell: one tap, or its number, answers. */
@Component({
  selector: 'jx-observation-step',
  imports: [ButtonModule, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll answers" role="group" aria-label="Answers">
      @for (answer of answers(); track answer.id) {
        <button pButton type="button" severity="secondary" [attr.data-answer]="answer.id" (click)="choose($index)">
          <span class="key mono">{{ $index + 1 }}</span>
          <span>{{ answer.text }}</span>
        </button>
      }
    </div>
    <div class="buttons">
      <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
    </div>
  `,
  styleUrl: './step-parts.scss',
})
export class ObservationStep {
  readonly step = input.required<ObservationStepDocument>();
  readonly stepId = input.required<string>();
  readonly canUndo = input(false);
  /** Somebody else looks and tells. */
  readonly isReported = input(false);
  readonly commanded = output<StepCommand>();
  protected readonly answers = computed(() =>
    Object.entries(this.step().answers).map(([id, target]) => {
      const text = typeof target === 'string' ? undefined : target.text;
      return { id, text: text ?? id.replaceAll('-', ' '), next: targetStep(target) };
    }),
  );

  /** Answers by position, as the number keys do. */
  choose(index: number): boolean {
    const answer = this.answers()[index];
    if (!answer) return false;
    this.commanded.emit({
      kind: 'record',
      body: {
        type: 'observation-made',
        step: this.stepId(),
        answer: answer.id,
        next: answer.next,
        ...(this.isReported() ? { grade: 'reported' as const } : {}),
      },
    });
    return true;
  }
}
