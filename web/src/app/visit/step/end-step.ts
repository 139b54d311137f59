import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../../kit/button';
import { alteredWords, type VisitContext, type VisitState } from '@juxtameter/core';
import { GradeWords } from '../view/grade-words';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** After the chart's end: what was found, what is to be verified, and the way to closing, which open jumpers block. */
@Component({
  selector: 'jx-end-step',
  imports: [Button, GradeWords, RouterLink, UndoButton],
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
      @if (!visit().closed && altered().length > 0) {
        <p class="caution"><strong>Not as it was built:</strong> {{ altered().join('; ') }}.</p>
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
      @if (!visit().closed) {
        <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'repair']">Repair and proof</a>
      } @else {
        <a jxButton kind="secondary" [routerLink]="['/visits', visitId(), 'intake']">Complaints, follow-ups</a>
      }
      <a
        jxButton
        class="done"
        [kind]="visit().closed ? 'secondary' : 'primary'"
        [routerLink]="['/visits', visitId(), 'close']"
      >
        {{ visit().closed ? 'Take it up again' : 'Close visit' }}
      </a>
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
  protected readonly altered = computed(() => alteredWords(this.context(), this.visit()));
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
