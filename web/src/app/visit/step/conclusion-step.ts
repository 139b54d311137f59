import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { Button } from '../../kit/button';
import { LineForm } from '../../kit/line-form';
import {
  accusedWords,
  answerStep,
  draftFinding,
  evidenceFor,
  guardsBeforeFinding,
  openBypasses,
  type ConclusionStep as ConclusionStepDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Ticker } from '../../shell/ticker';
import { GradeWords } from '../view/grade-words';
import { BypassList } from './bypass-list';
import { EvidenceList } from './evidence-list';
import { GuardList, settlingLine } from './guard-list';
import { PressGate } from '../press-gate';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { UndoButton } from './undo-button';

/** What the way walked comes to, with the evidence for and against it, before it is recorded. */
@Component({
  selector: 'jx-conclusion-step',
  imports: [BypassList, Button, EvidenceList, GradeWords, GuardList, LineForm, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll">
      <p class="accused">
        <span class="class">{{ className() }}</span>
        @if (accused()) {
          <strong>{{ accused() }}</strong>
        }
        <span class="small soft">{{ grade() | gradeWords }}</span>
      </p>
      <jx-bypass-list [context]="context()" [entries]="bypasses()" (commanded)="commanded.emit($event)" />
      <jx-guard-list
        label="Before this is named"
        [canSettle]="true"
        [guards]="guards()"
        (wanted)="commanded.emit({ kind: 'free', line: $event })"
      />
      <jx-evidence-list [isCompact]="true" [context]="context()" [visit]="visit()" [evidence]="evidence()" />
      @if (step().rootCauses; as causes) {
        <p class="small"><strong>Why did it fail?</strong> Look for: {{ causes.join('; ') }}.</p>
      }
    </div>
    <ng-content />
    @if (isDisagreeing()) {
      <jx-line-form
        name="disagree"
        label="Why do you not agree?"
        action="Record, and name nothing"
        [most]="1000"
        (entered)="disagree($event)"
      />
    }
    <div class="buttons" role="group" aria-label="Answers" [attr.aria-disabled]="isSettling() || null">
      <jx-undo-button [canUndo]="canUndo()" (commanded)="commanded.emit($event)" />
      <button jxButton type="button" class="done" (click)="conclude()">Record finding ⏎</button>
      <button
        jxButton
        type="button"
        kind="secondary"
        [attr.aria-expanded]="isDisagreeing()"
        (click)="isDisagreeing.set(!isDisagreeing())"
      >
        I do not agree
      </button>
    </div>
  `,
  styleUrl: './step-parts.scss',
  styles: `
    .accused {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 6px 12px;
    }
    .class {
      padding: 3px 12px;
      border-radius: 10px;
      background: var(--slot);
      font-weight: 650;
    }
  `,
})
export class ConclusionStep {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<ConclusionStepDocument>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  protected readonly className = computed(() => classWords(this.step().class));
  protected readonly accused = computed(() => accusedWords(this.context().model, this.step()));
  protected readonly evidence = computed(() => evidenceFor(this.context(), this.visit(), this.step()));
  protected readonly grade = computed(() => draftFinding(this.context(), this.visit())?.grade ?? 'not isolated');
  private readonly now = inject(Ticker).follow(10_000);
  protected readonly guards = computed(() =>
    guardsBeforeFinding(this.context(), this.visit(), this.step(), new Date(this.now()).toISOString()),
  );
  protected readonly isDisagreeing = linkedSignal({ source: this.step, computation: () => false });
  protected readonly bypasses = computed(() => openBypasses(this.visit()));

  /** The reading that settles the first doubt before this is named; false where none is left. */
  takeOffer(): boolean {
    const doubt = this.guards().find(({ settle }) => settle !== undefined)?.settle;
    if (doubt) this.commanded.emit({ kind: 'free', line: settlingLine(doubt) });
    return doubt !== undefined;
  }

  protected disagree(reason: string): void {
    recordAnswer(answerStep(this.context(), this.visit(), { kind: 'disagreed', reason }), this.commanded);
  }

  conclude(): void {
    recordAnswer(answerStep(this.context(), this.visit(), { kind: 'done' }), this.commanded);
  }
}

/** A suspect class as it is said: "none" and "open" are honest endings. */
export function classWords(suspectClass: ConclusionStepDocument['class']): string {
  if (suspectClass === 'none') return 'nothing wrong here';
  return suspectClass === 'open' ? 'left open' : suspectClass;
}
