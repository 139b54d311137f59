import {
  ApplicationRef,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { Button } from '../kit/button';
import { Select } from '../kit/select';
import { TextField } from '../kit/text-field';
import {
  askedReading,
  currentStep,
  displayUnit,
  elementName,
  enterReading,
  formatExpectation,
  FUNCTIONS,
  isFreeVisit,
  MEASUREMENT_FUNCTIONS,
  methodOf,
  monitorOutcome,
  monitorsOf,
  monitorText,
  parseExpectation,
  parseReading,
  secondsBetween,
  terminalLabel,
  type EventBody,
  type MeasurementFunction,
  type MonitorMark,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { Ticker } from '../shell/ticker';
import { EventStamp } from '../visit/event-stamp';
import { openVisit } from '../visit/open-visit';
import { WakeLock } from '../visit/wake-lock';
import { StripChart } from './strip-chart';

/** What is watched. */
interface WatchedLine {
  readonly function: MeasurementFunction;
  readonly from: string;
  readonly to: string;
  readonly expects: string;
}

const NOTHING: WatchedLine = { function: 'ac-voltage', from: '', to: '', expects: '' };

/** What comes and goes: two points watched for a time, with what is pressed, flexed or warmed meanwhile. */
@Component({
  selector: 'jx-long-watch-page',
  imports: [Button, FormsModule, PageHeader, RouterLink, Select, StateMessage, StripChart, TextField, VisitStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './long-watch-page.html',
  styleUrl: './long-watch-page.scss',
})
export class LongWatchPage {
  readonly id = input.required<string>();
  private readonly stamp = inject(EventStamp);
  private readonly router = inject(Router);
  private readonly application = inject(ApplicationRef);
  private readonly now = inject(Ticker).follow(500);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly opened = openVisit(this.id);
  protected readonly visit = this.opened.visit;
  protected readonly words = openProblemWords;
  protected readonly functions = MEASUREMENT_FUNCTIONS.filter((each) => !FUNCTIONS[each].isTime).map((id) => ({
    id,
    name: FUNCTIONS[id].name,
  }));
  protected readonly stimuli: readonly MonitorMark[] = ['pressed', 'flexed', 'wiggled', 'warmed', 'cooled'];
  protected readonly text = signal('');
  protected readonly problem = signal('');
  protected readonly item = signal('');
  private readonly atStep = computed(() => {
    const context = this.opened.context();
    const step = context && currentStep(context, this.visit());
    const asked = context && askedReading(context, this.visit());
    if (!context || step?.kind !== 'measurement' || !asked || asked.proof) return undefined;
    const { expect } = methodOf(step);
    const line = expect?.kind === 'sustained' ? formatExpectation(expect.is) : expect ? formatExpectation(expect) : '';
    const canBeRead = parseExpectation(line, asked.function).outcome === 'expectation';
    const { model } = context;
    return {
      function: asked.function,
      from: terminalLabel(model, asked.from),
      to: terminalLabel(model, asked.to),
      expects: canBeRead ? line : '',
      text: step.text,
    };
  });
  protected readonly line = linkedSignal<string | undefined, WatchedLine>({
    source: computed(() => this.visit().step),
    computation: () => this.atStep() ?? NOTHING,
  });
  protected readonly monitors = computed(() => {
    const context = this.opened.context();
    return context
      ? monitorsOf(context, this.visit()).map((monitor) => ({ monitor, outcome: monitorOutcome(context, monitor) }))
      : [];
  });
  protected readonly shown = computed(() => this.monitors().at(-1));
  protected readonly running = computed(() => {
    const last = this.shown();
    return last && !last.monitor.ended ? last : undefined;
  });
  protected readonly seconds = computed(() => {
    const running = this.running();
    this.now();
    if (!running) return 0;
    const { started } = running.monitor;
    return secondsBetween(started, this.stamp.moment(started)).seconds;
  });
  protected readonly clock = computed(() => {
    const seconds = Math.floor(this.seconds());
    return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  });
  protected readonly isOut = computed(() => {
    const last = this.running()?.outcome.dropOuts.at(-1);
    return last !== undefined && last.to === undefined;
  });
  protected readonly isHeld = computed(() => {
    const marks = this.running()?.monitor.points.flatMap(({ mark }) => (mark === undefined ? [] : [mark])) ?? [];
    const last = marks.findLast((mark) => mark !== 'out' && mark !== 'back');
    return last !== undefined && last !== 'released';
  });
  protected readonly unit = computed(() =>
    displayUnit(this.running()?.monitor.started.function ?? this.line().function),
  );
  protected readonly parts = computed(() => {
    const model = this.opened.context()?.model;
    if (!model) return [];
    const boards = model.boards.flatMap((board) => [
      board.id,
      ...(board.functions ?? []).map((each) => `${board.id}:${each.id}`),
    ]);
    const named = [...boards, ...model.devices.map(({ id }) => id)].map((id) => ({ id, name: elementName(model, id) }));
    return [{ id: '', name: 'which part' }, ...named];
  });
  /** The step in hand asks for the very thing that was watched. */
  protected readonly offered = computed(() => {
    const context = this.opened.context();
    const last = this.shown();
    const text = last && monitorText(last.outcome);
    if (!context || !last?.monitor.ended || text === undefined || isFreeVisit(this.visit())) return undefined;
    const asked = askedReading(context, this.visit());
    const { started } = last.monitor;
    const isSame =
      asked && asked.function === started.function && asked.from === started.from && asked.to === started.to;
    const entered =
      isSame && !asked.slot ? enterReading(context, this.visit(), { text, at: new Date().toISOString() }) : undefined;
    return entered?.outcome === 'event' && entered.body.type === 'reading-taken'
      ? { text, body: entered.body }
      : undefined;
  });

  constructor() {
    inject(WakeLock).hold(inject(DestroyRef));
  }

  protected change(part: Partial<WatchedLine>): void {
    this.line.update((line) => ({ ...line, ...part }));
  }

  protected start(): void {
    const context = this.opened.context();
    if (!context) return;
    const { function: measured, expects } = this.line();
    const [from, to] = [this.line().from, this.line().to].map((words) => context.wiring.pointOf(words)) as [
      string,
      string,
    ];
    const parsed = parseExpectation(expects.trim() === '' ? 'unknown' : expects, measured);
    if (from === '' || to === '') return this.problem.set('Say where the two probes stay.');
    if (parsed.outcome === 'error')
      return this.problem.set(`Should be: ${parsed.message} Accepted: ${parsed.accepted.join('   ')}`);
    this.problem.set('');
    const step = this.atStep() && this.visit().step;
    this.record({
      type: 'monitor-started',
      function: measured,
      from,
      to,
      expects: expects.trim(),
      ...(step === undefined ? {} : { step }),
    });
    this.application.tick();
    this.field()?.nativeElement.focus();
  }

  protected sample(): void {
    const running = this.running();
    if (!running) return;
    const { started, expectation } = running.monitor;
    const parsed = parseReading(this.text(), {
      function: started.function,
      ...(expectation.of === undefined ? {} : { around: expectation.of }),
    });
    if (parsed.outcome === 'ask') return this.problem.set(`${parsed.question} Write the unit out.`);
    if (parsed.outcome === 'error')
      return this.problem.set(`${parsed.message} Accepted: ${parsed.accepted.join('   ')}`);
    if (parsed.reading.kind === 'list') return this.problem.set('One value at a time: it is stamped with its time.');
    this.problem.set('');
    this.record({ type: 'monitor-sampled', monitor: started.id, text: this.text().trim(), reading: parsed.reading });
    this.text.set('');
    const field = this.field()?.nativeElement;
    if (field) field.value = '';
  }

  protected mark(mark: MonitorMark): void {
    const running = this.running();
    if (!running) return;
    const isStimulus = this.stimuli.includes(mark);
    this.record({
      type: 'monitor-marked',
      monitor: running.monitor.started.id,
      mark,
      ...(isStimulus && this.item() !== '' ? { item: this.item() } : {}),
    });
  }

  protected end(): void {
    const running = this.running();
    if (running) this.record({ type: 'monitor-ended', monitor: running.monitor.started.id });
  }

  protected async log(body: EventBody): Promise<void> {
    this.record(body);
    await this.router.navigate(['/visits', this.id()]);
  }

  protected undo(): void {
    const last = this.shown()?.monitor.points.at(-1);
    if (last) this.record({ type: 'retracted', event: last.id });
  }

  protected points(started: { readonly from: string; readonly to: string }): string {
    const model = this.opened.context()?.model;
    return model ? `${terminalLabel(model, started.from)} to ${terminalLabel(model, started.to)}` : '';
  }

  private record(body: EventBody): void {
    this.opened.record(body);
  }
}
