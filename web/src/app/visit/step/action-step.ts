import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import {
  answerStep,
  formatQuantity,
  parseQuantity,
  unmetForAction,
  unmetForStep,
  type ActionStep as ActionStepDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { probeViews } from '../board-map/probe-views';
import { InSight } from './in-sight';
import { ProbeChips } from './probe-chips';
import { PressGate } from '../press-gate';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';
import { UnmetList } from './unmet-list';

/** Something to do. What may start or open stands above the button that says it is done. */
@Component({
  selector: 'jx-action-step',
  imports: [Button, InSight, ProbeChips, UndoButton, UnmetList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      @if (step().bypass; as bypass) {
        <p class="small soft">
          Jumper, to {{ bypass.why }}. It stands in the bypass list and blocks closing until it is out.
        </p>
        <jx-probe-chips [probes]="probes()" />
        @if (bypass.removes) {
          <p class="caution">
            <strong>Bypasses:</strong> {{ bypass.removes.replaceAll('-', ' ') }} protection. For this test only.
          </p>
        }
      }
      @if (recipe().length > 0) {
        <ol>
          @for (each of recipe(); track $index) {
            <li>
              {{ each.do }}
              @if (each.for) {
                <strong>{{ each.for }}</strong>
              }
            </li>
          }
        </ol>
      }
    </div>
    <div class="fixed" [jxInSight]="visit()">
      <ng-content />
      @if (mayStart().length > 0) {
        <p class="caution" data-role="may-start"><strong>May start:</strong> {{ mayStart().join(', ') }}</p>
      }
      @if (unmet().length > 0) {
        <jx-unmet-list
          [context]="context()"
          [visit]="visit()"
          [unmet]="unmet()"
          (recorded)="commanded.emit({ kind: 'record', body: $event })"
        >
          <p>
            <strong>{{ isForHands() ? 'Hands off the wiring yet:' : 'Not yet:' }}</strong>
          </p>
        </jx-unmet-list>
      } @else if (refusal(); as refusal) {
        <p class="caution" role="alert">
          <strong>{{ refusal }}</strong>
        </p>
      }
      <div class="buttons" role="group" aria-label="Answers" [attr.aria-disabled]="isSettling() || null">
        <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
        <button jxButton type="button" class="done" [disabled]="refusal() !== undefined" (click)="done()">
          Done ⏎
        </button>
      </div>
    </div>
  `,
  styleUrl: './step-parts.scss',
})
export class ActionStep {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<ActionStepDocument>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  protected readonly mayStart = computed(() => this.step().mayStart ?? []);
  protected readonly probes = computed(() => probeViews(this.context(), this.visit(), this.step().bypass ?? {}));
  protected readonly recipe = computed(() =>
    (this.step().recipe ?? []).map((each) => {
      const time = each.for === undefined ? undefined : parseQuantity(each.for, 'time');
      return { do: each.do, for: time?.outcome === 'quantity' ? formatQuantity(time.quantity) : '' };
    }),
  );
  /** What is not dead yet, where hands go to the wiring. */
  protected readonly unmet = computed(() =>
    unmetForAction(this.context().wiring, this.step(), this.visit().conditions),
  );
  protected readonly isForHands = computed(
    () => unmetForStep(this.context().wiring, this.step(), this.visit().conditions).length === 0,
  );
  private readonly answered = computed(() => answerStep(this.context(), this.visit(), { kind: 'done' }));
  protected readonly refusal = computed(() => {
    const answered = this.answered();
    return answered.outcome === 'refused' ? answered.message : undefined;
  });

  done(): void {
    recordAnswer(this.answered(), this.commanded);
  }
}
