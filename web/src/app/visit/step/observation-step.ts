import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import {
  answerStep,
  type ObservationStep as ObservationStepDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** Something to look at, listen to or smell: one tap, or its number, answers. */
@Component({
  selector: 'jx-observation-step',
  imports: [Button, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll answers" role="group" aria-label="Answers">
      @for (answer of answers(); track answer.id) {
        <button jxButton type="button" kind="secondary" [attr.data-answer]="answer.id" (click)="choose($index)">
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
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<ObservationStepDocument>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  protected readonly answers = computed(() =>
    Object.entries(this.step().answers).map(([id, target]) => {
      const text = typeof target === 'string' ? undefined : target.text;
      return { id, text: text ?? id.replaceAll('-', ' ') };
    }),
  );

  /** Somebody else looks and tells. */
  private readonly isReported = computed(() => this.visit().opened?.reporter !== undefined);

  /** Answers by position, as the number keys do. */
  choose(index: number): boolean {
    const answer = this.answers()[index];
    if (!answer) return false;
    const grade = this.isReported() ? ({ grade: 'reported' } as const) : {};
    return recordAnswer(
      answerStep(this.context(), this.visit(), { kind: 'seen', answer: answer.id, ...grade }),
      this.commanded,
    );
  }
}
