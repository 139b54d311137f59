import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../../kit/button';
import { alterationsOf, type VisitContext, type VisitState } from '@juxtameter/core';
import { GradeWords } from '../view/grade-words';
import { CloseVisit } from './close-visit';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** After the chart's end: what was found, what is to be verified, and closing, which open jumpers block. */
@Component({
  selector: 'jx-end-step',
  imports: [Button, CloseVisit, GradeWords, RouterLink, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      @for (finding of findings(); track finding.id) {
        <p class="finding">
          <strong>{{ finding.text }}</strong><span class="small soft">{{ finding.grade | gradeWords }}</span>
        </p>
        @if (finding.verify.length > 0) {
          <p class="small">Verify the repair: {{ finding.verify.join('; ') }}.</p>
        }
      }
      @if (!visit().closed && isAltered()) {
        <jx-close-visit
          [context]="context()"
          [visit]="visit()"
          (recorded)="commanded.emit({ kind: 'record', body: $event })"
        />
      }
    </div>
    <div class="buttons">
      @if (!visit().closed) {
        <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
        @for (chart of charts(); track chart.id) {
          <button jxButton type="button" kind="secondary" (click)="begin(chart.id, chart.start)">
            {{ chart.again ? 'Run it again' : chart.title }}
          </button>
        }
      }
      <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'report']">Report</a>
      <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'intake']">Complaints, follow-ups</a>
      @if (!visit().closed && !isAltered()) {
        <button
          jxButton
          type="button"
          class="done"
          (click)="commanded.emit({ kind: 'record', body: { type: 'visit-closed' } })"
        >
          Close visit
        </button>
      }
    </div>
  `,
  styleUrl: './step-parts.scss',
})
export class EndStep {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  protected readonly isAltered = computed(() => alterationsOf(this.context(), this.visit()).length > 0);
  protected readonly findings = computed(() =>
    this.visit().findings.map((finding) => {
      const step = this.visit().trail.find(({ event }) => event.id === finding.id)?.step;
      return { ...finding, verify: step?.kind === 'conclusion' ? (step.verify ?? []) : [] };
    }),
  );
  protected readonly charts = computed(() =>
    Object.values(this.context().procedures).map(({ id, title, start }) => ({
      id,
      title,
      start,
      again: id === this.visit().procedure,
    })),
  );

  protected begin(procedure: string, start: string): void {
    this.commanded.emit({ kind: 'record', body: { type: 'procedure-started', procedure, start } });
  }
}
