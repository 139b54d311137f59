import {
  END,
  answerStep,
  canPass,
  CAUTIONS,
  cautionsHere,
  conditionsWords,
  PASSING_REASONS,
  currentStep,
  isChartEnded,
  spokenStep,
  standingAt,
  stepCaption,
  targetStep,
  type Passing,
  type VisitContext,
  type VisitState,
  jumpTo,
} from '@juxtameter/core';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  untracked,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Button } from '../../kit/button';
import { Choice } from '../../kit/choice';
import { TextField } from '../../kit/text-field';
import { Speech } from '../speech';
import { ActionStep } from './action-step';
import { CautionList } from './caution-list';
import { ConclusionStep } from './conclusion-step';
import { EndStep } from './end-step';
import { MatrixStep } from './matrix-step';
import { ObservationStep } from './observation-step';
import { ReadingEntry } from './reading-entry';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { PhotoTaker } from '../../photos/photo-taker';

type Panel = 'note' | 'pass' | undefined;

/** The open page under the log: the current step, always in the same place, its entry where the thumb is. */
@Component({
  selector: 'jx-step-page',
  imports: [
    PhotoTaker,
    ActionStep,
    Button,
    CautionList,
    Choice,
    ConclusionStep,
    EndStep,
    FormsModule,
    TextField,
    MatrixStep,
    ObservationStep,
    ReadingEntry,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-page.html',
  styleUrl: './step-page.scss',
})
export class StepPage {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** The point of a chain that was chosen instead of the one offered. */
  readonly point = input<string>();
  /** How it is measured, where there are several ways. */
  readonly method = input<string>();
  readonly methodChosen = output<string | undefined>();
  readonly pointChosen = output<string>();
  readonly standBack = output();
  readonly freeWanted = output();
  readonly lookWanted = output();

  private readonly speech = inject(Speech);
  private readonly title = viewChild<ElementRef<HTMLElement>>('title');
  private readonly panelField = viewChild<ElementRef<HTMLInputElement>>('panelField');
  private readonly action = viewChild(ActionStep);
  private readonly observation = viewChild(ObservationStep);
  private readonly conclusion = viewChild(ConclusionStep);
  private readonly matrix = viewChild(MatrixStep);
  private readonly reading = viewChild(ReadingEntry);

  protected readonly step = computed(() => currentStep(this.context(), this.visit()));
  protected readonly stepId = computed(() => this.visit().step ?? '');
  protected readonly isEnded = computed(() => isChartEnded(this.visit()) || this.visit().closed);
  protected readonly caption = computed(() => stepCaption(this.context(), this.visit()));
  /** To how everything stands, to be changed there. */
  readonly stateWanted = output();
  protected readonly reasons = PASSING_REASONS.map((reason) => ({ id: reason, name: reason }));
  protected readonly conditions = computed(() => conditionsWords(this.context(), this.visit()));
  protected readonly canSpeak = this.speech.isAvailable;
  /** Cautions once a visit: those of earlier steps are only named. */
  protected readonly cautions = computed(() => {
    const all = cautionsHere(this.context(), this.visit()).map(({ kind, isFirst }) => ({
      kind: kind.replaceAll('-', ' '),
      text: CAUTIONS[kind] ?? '',
      isFirst,
    }));
    return { first: all.filter(({ isFirst }) => isFirst), again: all.filter(({ isFirst }) => !isFirst) };
  });
  protected readonly panel = linkedSignal<string, Panel>({ source: this.stepId, computation: () => undefined });
  /** On a phone the lesser commands come out at a tap. */
  protected readonly showsMore = linkedSignal({ source: this.stepId, computation: () => false });
  protected readonly panelText = linkedSignal<Panel, string>({ source: this.panel, computation: () => '' });
  protected readonly canPass = computed(() => canPass(this.step()));
  protected readonly cases = computed(() => {
    const step = this.step();
    return step?.kind === 'decide'
      ? Object.entries(step.cases).map(([outcome, target]) => ({ outcome, to: targetStep(target) }))
      : [];
  });

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    // What had the focus is gone with its step, or means something else now; a focus elsewhere is left alone.
    afterRenderEffect({
      write: () => {
        this.stepId();
        const focused = document.activeElement;
        if (focused !== document.body && focused !== null && !host.contains(focused)) return;
        untracked(() => this.takeFocus() || this.title()?.nativeElement.focus({ preventScroll: true }));
      },
    });
    afterRenderEffect({
      write: () => {
        if (this.panel()) this.panelField()?.nativeElement.focus();
      },
    });
  }

  /** Enter on a step without a reading. */
  confirm(): void {
    this.action()?.done();
    this.conclusion()?.conclude();
    this.matrix()?.confirm();
  }

  /** Answers a look by its number; false where the step is none. */
  answer(index: number): boolean {
    return this.observation()?.choose(index) ?? this.matrix()?.choose(index) ?? false;
  }

  /** The next key goes into the field; false where none is shown. */
  takeFocus(): boolean {
    return this.reading()?.takeFocus() ?? false;
  }

  /** Takes what the step offers; false where it offers nothing. */
  takeOffer(): boolean {
    return this.reading()?.takeOffer() ?? this.conclusion()?.takeOffer() ?? false;
  }

  openPanel(panel: 'note' | 'pass'): void {
    if (panel === 'pass' && !this.canPass()) return;
    this.panel.update((open) => (open === panel ? undefined : panel));
  }

  protected readAloud(): void {
    const [method, point] = [this.method(), this.point()];
    const standing = standingAt(this.context(), this.visit(), { method, point });
    if (standing && this.step()?.kind !== 'decide') this.speech.say(spokenStep(standing));
  }

  /** A photo is of the step that stands there. */
  protected readonly photoSubject = computed(() => {
    const step = this.stepId();
    return step === '' || step === END ? {} : { ofStep: step };
  });

  protected addNote(): void {
    const text = this.panelText().trim();
    if (text === '') return;
    const step = this.visit().step;
    // Closed first: recording shows the page at once, and the next key must not fall into this field.
    this.panel.set(undefined);
    this.commanded.emit({
      kind: 'record',
      body: { type: 'note-added', text, ...(step && step !== '@end' ? { step } : {}) },
    });
  }

  protected pass(how: Passing): void {
    const step = this.step();
    if (!step || step.kind === 'decide') return;
    const reason = this.panelText().trim();
    // The record has to say what stood in the way; what is not on this unit says so itself.
    if (how !== 'not-applicable' && reason === '') return this.panelField()?.nativeElement.focus();
    recordAnswer(answerStep(this.context(), this.visit(), { kind: 'passed', how, reason }), this.commanded);
  }

  protected goTo(to: string): void {
    this.commanded.emit({ kind: 'record', body: jumpTo(this.context(), this.visit(), to) });
  }
}
