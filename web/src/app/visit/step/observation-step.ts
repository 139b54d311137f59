import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { Button } from '../../kit/button';
import { Choice, type ChoiceOption } from '../../kit/choice';
import {
  answerStep,
  unmetForStep,
  type ObservationStep as ObservationStepDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { PressGate } from '../press-gate';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';
import { UnmetList } from './unmet-list';

type Known = 'observed' | 'reported' | 'assumed';

const KNOWN: readonly ChoiceOption<Known>[] = [
  { id: 'observed', name: 'seen by me' },
  { id: 'reported', name: 'told to me' },
  { id: 'assumed', name: 'assumed' },
];

/** Something to look at, listen to or smell: one tap, or its number, answers. */
@Component({
  selector: 'jx-observation-step',
  imports: [Button, Choice, UndoButton, UnmetList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-content />
    @if (unmet().length > 0) {
      <jx-unmet-list
        [context]="context()"
        [visit]="visit()"
        [unmet]="unmet()"
        (recorded)="commanded.emit({ kind: 'record', body: $event })"
      >
        <p><strong>Do not look yet.</strong> It would say nothing:</p>
      </jx-unmet-list>
    }
    <div class="scroll answers" role="group" aria-label="Answers" [attr.aria-disabled]="isSettling() || null">
      @for (answer of answers(); track answer.id) {
        <button
          jxButton
          type="button"
          kind="secondary"
          [attr.data-answer]="answer.id"
          [disabled]="isHeld()"
          (click)="choose($index)"
        >
          <span class="key mono">{{ $index + 1 }}</span>
          <span>{{ answer.text }}</span>
        </button>
      }
    </div>
    <div class="buttons">
      <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
      <jx-choice
        label="How is it known?"
        [options]="ways()"
        [chosen]="known()"
        [isSmall]="true"
        (picked)="known.set($event)"
      />
    </div>
  `,
  styleUrl: './step-parts.scss',
  styles: `
    jx-choice {
      align-self: center;
      margin-left: auto;
    }
    @media (max-width: 760px), (max-height: 640px) {
      // The answers need the room; how they are known comes after them.
      .buttons {
        position: static;
      }
    }
  `,
})
export class ObservationStep {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<ObservationStepDocument>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  protected readonly answers = computed(() =>
    Object.entries(this.step().answers).map(([id, target]) => {
      const text = typeof target === 'string' ? undefined : target.text;
      return { id, text: text ?? id.replaceAll('-', ' ') };
    }),
  );

  /** What has to hold for the look to say anything. */
  protected readonly unmet = computed(() => unmetForStep(this.context().wiring, this.step(), this.visit().conditions));
  protected readonly isHeld = computed(() => this.unmet().length > 0 && this.known() !== 'assumed');

  /** What keeps somebody safe is looked at, never taken for granted. */
  protected readonly ways = computed(() =>
    this.step().skippable === false ? KNOWN.filter(({ id }) => id !== 'assumed') : KNOWN,
  );
  /** Chosen anew at every step; told, where somebody else stands at the machine. */
  protected readonly known = linkedSignal<string | undefined, Known>({
    source: () => this.visit().step,
    computation: () => (this.visit().opened?.reporter === undefined ? 'observed' : 'reported'),
  });

  /** Answers by position, as the number keys do. */
  choose(index: number): boolean {
    const answer = this.answers()[index];
    if (!answer) return false;
    const known = this.known();
    const grade = known === 'observed' ? {} : { grade: known };
    return recordAnswer(
      answerStep(this.context(), this.visit(), { kind: 'seen', answer: answer.id, ...grade }),
      this.commanded,
    );
  }
}
