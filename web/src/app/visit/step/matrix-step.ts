import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { Button } from '../../kit/button';
import {
  answerStep,
  elementName,
  matrixCellNow,
  matrixProgress,
  type Answer,
  type Answered,
  type MatrixCell,
  type MatrixStep as MatrixStepDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { PointMap } from '../board-map/point-map';
import { probeViews } from '../board-map/probe-views';
import { InSight } from './in-sight';
import { ProbeChips } from './probe-chips';
import { PressGate } from '../press-gate';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** Calls by places: a jumper goes in, one looks, it comes out. What works can no longer be blamed. */
@Component({
  selector: 'jx-matrix-step',
  imports: [Button, InSight, PointMap, ProbeChips, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (progress(); as progress) {
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th scope="col" class="small soft">call</th>
              @for (place of step().places; track place.id) {
                <th scope="col" class="small soft">{{ place.name }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.call) {
              <tr>
                <th scope="row">{{ row.call.replaceAll('-', ' ') }}</th>
                @for (cell of row.cells; track cell.place.id) {
                  <td
                    [class.now]="cell === now()"
                    [attr.data-cell]="cell.call.id + '@' + cell.place.id"
                    [attr.data-state]="stateOf(cell)"
                  >
                    {{ WORDS[stateOf(cell)] }}
                  </td>
                }
              </tr>
            }
          </tbody>
        </table>
        @if (progress.sentence) {
          <p data-role="says">{{ progress.sentence }}</p>
        }
        @if (excluded(); as excluded) {
          <p class="small"><strong>No longer to blame:</strong> {{ excluded }}</p>
        }
        @if (now(); as cell) {
          @if (cell.jumper; as jumper) {
            <p class="small soft">A jumper, to {{ jumper.why }}. It stands in the bypass list until it is out.</p>
            <jx-probe-chips [probes]="probes()" />
            <jx-point-map class="on-phone" [context]="context()" [visit]="visit()" [points]="jumper" />
          }
        }
      </div>
      <div class="fixed" [jxInSight]="visit()">
        <ng-content />
        @if (now(); as cell) {
          @if (cell.jumper; as jumper) {
            @if (jumper.removes) {
              <p class="caution">
                <strong>Bypasses:</strong> {{ jumper.removes.replaceAll('-', ' ') }} protection. For this test only.
              </p>
            }
            @if (!cell.isIn && cell.call.mayStart.length > 0) {
              <p class="caution" data-role="may-start">
                <strong>May start:</strong> {{ cell.call.mayStart.join(', ') }}
              </p>
            }
            @if (refusal(); as refusal) {
              <p class="caution" role="alert">
                <strong>{{ refusal }}</strong>
              </p>
            }
          }
        }
        <div class="buttons" role="group" aria-label="Answers" [attr.aria-disabled]="isSettling() || null">
          <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
          @if (now(); as cell) {
            @if (!cell.isIn) {
              <button jxButton type="button" class="done" [disabled]="refusal() !== undefined" (click)="confirm()">
                Jumper fitted ⏎
              </button>
            } @else if (cell.works === undefined) {
              <button jxButton type="button" class="look" (click)="look(true)">
                <span class="key mono">1</span> {{ cell.call.works }}
              </button>
              <button jxButton type="button" class="look" kind="secondary" (click)="look(false)">
                <span class="key mono">2</span> Nothing
              </button>
            } @else {
              <button jxButton type="button" class="done" (click)="confirm()">Jumper removed ⏎</button>
            }
          } @else {
            <button jxButton type="button" class="done" (click)="confirm()">Go on ⏎</button>
          }
        </div>
      </div>
    }
  `,
  styleUrls: ['./step-parts.scss', './matrix-step.scss'],
})
export class MatrixStep {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MatrixStepDocument>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  protected readonly WORDS = {
    in: 'jumper in',
    works: 'works',
    nothing: 'nothing',
    implied: 'works as well',
    open: '–',
    none: 'not here',
  } as const;
  protected readonly progress = computed(() => matrixProgress(this.context(), this.visit()));
  protected readonly rows = computed(() =>
    this.step().calls.map(({ id }) => ({
      call: id,
      cells: this.progress()?.cells.filter((cell) => cell.call.id === id) ?? [],
    })),
  );
  protected readonly now = computed(() => {
    const progress = this.progress();
    return progress && matrixCellNow(progress);
  });
  protected readonly probes = computed(() => probeViews(this.context(), this.visit(), this.now()?.jumper ?? {}));
  protected readonly refusal = computed(() => {
    const cell = this.now();
    if (!cell || cell.isIn) return undefined;
    const answered = this.answered({ kind: 'jumper', is: 'in' });
    return answered.outcome === 'refused' ? answered.message : undefined;
  });
  protected readonly excluded = computed(() =>
    (this.progress()?.excluded ?? []).map((element) => elementName(this.context().model, element)).join(', '),
  );

  protected stateOf({ isIn, works, isImplied, jumper }: MatrixCell): keyof typeof this.WORDS {
    if (isIn && works === undefined) return 'in';
    if (works !== undefined) return works ? 'works' : 'nothing';
    if (isImplied) return 'implied';
    return jumper ? 'open' : 'none';
  }

  /** Enter: the jumper goes in, or out, or the looks are enough. */
  confirm(): void {
    const cell = this.now();
    if (!cell) return this.give({ kind: 'done' });
    if (!cell.isIn) return this.give({ kind: 'jumper', is: 'in' });
    if (cell.works !== undefined) this.give({ kind: 'jumper', is: 'out' });
  }

  /** Answers by number, as a look does. */
  choose(index: number): boolean {
    const cell = this.now();
    if (!cell?.isIn || cell.works !== undefined || index > 1) return false;
    this.look(index === 0);
    return true;
  }

  protected look(works: boolean): void {
    this.give({ kind: 'looked', works });
  }

  private answered(answer: Answer): Answered {
    return answerStep(this.context(), this.visit(), answer);
  }

  private give(answer: Answer): void {
    recordAnswer(this.answered(answer), this.commanded);
  }
}
