import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  input,
  linkedSignal,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { ButtonModule } from 'primeng/button';
import { InputTextModule } from 'primeng/inputtext';
import {
  adoptableReading,
  askedReading,
  branchFor,
  enterReading,
  formatReading,
  FUNCTIONS,
  isOverZeroBand,
  methodNames,
  methodOf,
  proofTasks,
  recorded,
  startedByCall,
  terminalLabel,
  zeroedLeads,
  type Asked,
  type EventBody,
  type MeasurementStep,
  type Reading,
  type Unmet,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import type { JuxtaInput } from '../../juxta/juxta-axis';
import { JuxtaBar } from '../../juxta/juxta-bar';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';
import { comparisonOf } from '../view/log-rows';
import { probeViews } from '../view/board-view';
import { displayUnit, extraKeys, shouldWords, verdictWords } from '../view/step-words';
import { ProbeChips } from './probe-chips';
import type { StepCommand } from './step-command';
import { Stopwatch } from './stopwatch';
import { UndoButton } from './undo-button';

/** Where a reading is typed: should and is beside each other while the digits come in. */
@Component({
  selector: 'jx-reading-entry',
  imports: [ButtonModule, InputTextModule, JuxtaBar, ProbeChips, Stopwatch, VerdictGlyph, UndoButton],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './reading-entry.html',
  styleUrl: './reading-entry.scss',
})
export class ReadingEntry {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly step = input.required<MeasurementStep>();
  /** Whether there is anything to take back. */
  readonly canUndo = input(false);
  readonly commanded = output<StepCommand>();
  /** The method chosen, for the companion's picture. */
  readonly methodChosen = output<string | undefined>();

  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  /** A change elsewhere in the visit must not take what is being typed. */
  private readonly stepId = computed(() => this.visit().step ?? '');
  protected readonly text = linkedSignal<string, string>({ source: this.stepId, computation: () => '' });
  protected readonly method = linkedSignal<MeasurementStep, string | undefined>({
    source: this.step,
    computation: (step) => methodNames(step)[0],
  });
  protected readonly methods = computed(() =>
    methodNames(this.step()).map((id) => ({ id, label: id.replaceAll('-', ' ') })),
  );
  protected readonly methodWords = computed(() => {
    const { proves, provesLess } = methodOf(this.step(), this.method());
    return [proves && `Proves ${proves}`, provesLess && `but ${provesLess}`].filter(Boolean).join(', ');
  });
  protected readonly isZeroing = signal(false);
  protected readonly wasRefused = signal(false);

  protected readonly asked = computed<Asked | undefined>(() =>
    askedReading(this.context(), this.visit(), this.method()),
  );
  protected readonly probes = computed(() => probeViews(this.context().model, this.asked() ?? {}));
  private readonly pairs = computed(() => this.text().split(/ *; *| *\/ +| +\/ */));
  protected readonly entered = computed(() => {
    if (this.isZeroing() || this.text().trim() === '') return undefined;
    const [first = ''] = this.pairs();
    const text = this.asked()?.proof?.kind === 'pair' ? first : this.text();
    return enterReading(this.context(), this.visit(), { text, method: this.method() });
  });
  protected readonly body = computed(() => {
    const entered = this.entered();
    return entered?.outcome === 'event' ? entered.body : undefined;
  });
  private readonly readingBody = computed(() => {
    const body = this.body();
    return body?.type === 'reading-taken' ? body : undefined;
  });
  /** What does not hold, each with the tap that would mend it; one proof of dead is offered once for all supplies. */
  protected readonly unmet = computed(() => {
    const offered = new Set<string>();
    return (this.asked()?.unmet ?? []).map((unmet) => {
      const way = this.fix(unmet);
      const isNew = way !== undefined && !offered.has(way.label);
      if (way) offered.add(way.label);
      return { words: unmet.words, way: isNew ? way : undefined };
    });
  });
  /** Not proven dead: the points are not shown, so that nobody is led to them. */
  protected readonly isRefused = computed(() =>
    (this.asked()?.unmet ?? []).some((unmet) => unmet.state === 'proven-dead'),
  );
  protected readonly is = computed(() => {
    const reading = this.body()?.reading;
    return reading ? formatReading(reading) : '';
  });
  protected readonly verdict = computed<Verdict | undefined>(() => {
    const body = this.body();
    if (body?.type === 'meter-proven') return body.shows === 'live' ? 'within' : 'absent';
    return this.readingBody()?.judgement.verdict;
  });
  protected readonly colour = computed(() => verdictColour(this.verdict()));
  protected readonly comparison = computed<JuxtaInput>(() => {
    const reading = this.readingBody();
    if (reading) return comparisonOf(reading);
    const asked = this.asked();
    const expectation = asked && recorded(asked.expectation);
    const value = this.body()?.reading;
    return {
      ...(expectation?.low === undefined ? {} : { low: expectation.low }),
      ...(expectation?.high === undefined ? {} : { high: expectation.high }),
      unit: expectation?.unit ?? 'V',
      ...(value?.kind === 'value' ? { value: value.quantity.value } : {}),
      ...(asked && FUNCTIONS[asked.function].neverNegative ? { floor: 0 } : {}),
    };
  });
  protected readonly should = computed(() => {
    const asked = this.asked();
    return asked ? shouldWords(asked.expectation, asked.function) : '';
  });
  protected readonly uncertainty = computed(() => {
    const { judgement } = this.readingBody() ?? {};
    return judgement?.sentence ?? '';
  });
  protected readonly meaning = computed(() => {
    const verdict = this.verdict();
    return verdict
      ? verdictWords(this.context(), this.visit(), verdict, this.readingBody()?.next, this.method())
      : undefined;
  });
  protected readonly unit = computed(() => {
    if (this.isZeroing()) return 'Ω';
    const asked = this.asked();
    return asked ? displayUnit(asked.function) : '';
  });
  protected readonly readsLeads = computed(
    () => this.asked()?.function === 'resistance' || this.asked()?.function === 'continuity',
  );
  protected readonly isTimed = computed(() => this.asked()?.function === 'elapsed-time');
  protected readonly leads = computed(() => this.visit().leadZero);
  protected readonly keys = computed(() => extraKeys(this.asked()?.function ?? 'ac-voltage'));
  /** A free reading that answers this step. */
  protected readonly adoption = computed(() => adoptableReading(this.context(), this.visit(), this.method()));

  protected readonly proofWords = computed(() => {
    if (!this.step().measure.proofOfDead) return undefined;
    const tasks = proofTasks(this.context(), this.visit(), this.step());
    const done = tasks.filter((task) => task.done).length;
    const task = this.asked()?.proof;
    if (!task) return undefined;
    const what =
      task.kind === 'meter'
        ? task.when === 'before'
          ? 'First the meter on a source you know is live'
          : 'And the meter again on the live source'
        : `${this.supplyName(task.pair.supply)}: ${task.pair.name.replace('-', ' to ')}, ${task.current.toUpperCase()}`;
    return { what, done, of: tasks.length };
  });

  /** The newest reading here that could not be decided: it may be accepted by name. */
  protected readonly undecided = computed(() => {
    const visit = this.visit();
    const event = visit.trail.slice(visit.arrivedAt).findLast((line) => line.standing === 'walked')?.event;
    if (event?.type !== 'reading-taken' || event.judgement.verdict !== 'undecided' || event.next !== undefined)
      return undefined;
    const overZero = isOverZeroBand(methodOf(this.step(), event.method));
    const { low, high } = event.judgement.interval ?? {};
    const straddlesLow = event.expectation?.low !== undefined && low !== undefined && low < event.expectation.low;
    const straddlesHigh = event.expectation?.high !== undefined && (high ?? Infinity) > event.expectation.high;
    const verdicts: readonly Verdict[] = [
      'within',
      ...(straddlesLow ? (['low'] as const) : []),
      ...(straddlesHigh ? (['high'] as const) : []),
    ];
    const choices = verdicts.flatMap((verdict) => {
      const next = branchFor(this.step().branches, verdict, overZero);
      return next === undefined ? [] : [{ verdict, next }];
    });
    return { event, choices };
  });

  /** A reading was kept and the chart has no way on from it. */
  protected readonly stuck = computed(() => {
    const visit = this.visit();
    const event = visit.trail.slice(visit.arrivedAt).findLast((line) => line.standing === 'walked')?.event;
    if (event?.type === 'meter-proven' && event.shows === 'nothing')
      return 'The meter shows nothing on a live source. Check leads, fuse and battery, then begin the proof again.';
    if (event?.type !== 'reading-taken' || event.next !== undefined || event.proof) return undefined;
    const { verdict } = event.judgement;
    return verdict === 'undecided'
      ? undefined
      : `Logged as ${verdict}; the chart has no way on from that. Read again, or pass the step over with a reason.`;
  });

  constructor() {
    afterRenderEffect({
      write: () => {
        this.visit();
        const field = this.field()?.nativeElement;
        // The next reading can be typed at once; a focus taken on purpose elsewhere is left alone.
        if (field && (document.activeElement === document.body || document.activeElement === null))
          field.focus({ preventScroll: true });
      },
    });
  }

  protected type(text: string): void {
    this.text.set(text);
    this.wasRefused.set(false);
  }

  /** A time from the stopwatch; Enter logs it. */
  protected take(text: string): void {
    this.type(text);
    this.field()?.nativeElement.focus();
  }

  protected press(key: string): void {
    this.type(`${this.text()}${key}`);
    this.field()?.nativeElement.focus();
  }

  protected choose(method: string): void {
    this.method.set(method);
    this.methodChosen.emit(method);
  }

  protected log(): void {
    if (this.isZeroing()) return this.zeroLeads();
    if (this.asked()?.proof?.kind === 'pair' && this.pairs().length > 1) return this.logPairs();
    const entered = this.entered();
    if (entered?.outcome === 'event') return this.record(entered.body);
    this.wasRefused.set(true);
  }

  /** Several pairs of a proof typed at once, each logged as a reading of its own, in the order they are asked for. */
  private logPairs(): void {
    const pairs = this.pairs();
    const areReadable = pairs.every((text) => enterReading(this.context(), this.visit(), { text }).outcome === 'event');
    this.wasRefused.set(!areReadable);
    if (!areReadable) return;
    const step = this.visit().step;
    for (const text of pairs) {
      const entered = enterReading(this.context(), this.visit(), { text });
      // A live pair leaves the proof, and a reading too many waits for the check of the meter.
      const isStillAsked = this.visit().step === step && this.asked()?.proof?.kind === 'pair';
      if (isStillAsked && entered.outcome === 'event') this.record(entered.body);
    }
  }

  protected pick(chosen: Reading): void {
    const entered = enterReading(this.context(), this.visit(), { text: this.text(), method: this.method(), chosen });
    if (entered.outcome === 'event') this.record(entered.body);
  }

  protected adopt(body: EventBody): void {
    this.commanded.emit({ kind: 'record', body });
  }

  protected accept(choice: { readonly verdict: Verdict; readonly next: string }, reading: string): void {
    const step = this.visit().step ?? '';
    this.commanded.emit({ kind: 'record', body: { type: 'undecided-accepted', step, reading, ...choice } });
  }

  protected words(reading: Reading): string {
    return formatReading(reading);
  }

  /** The event that would make a condition hold, where hands and one tap can do it. */
  private fix(unmet: Unmet): { readonly label: string; readonly command: StepCommand } | undefined {
    const { group, id, state } = unmet;
    const record = (body: Extract<StepCommand, { kind: 'record' }>['body']): StepCommand => ({ kind: 'record', body });
    if (group === 'supplies' && state !== 'proven-dead') {
      return {
        label: `It is ${state} now`,
        command: record({ type: 'supply-changed', supply: id, state: state as 'on' | 'off' | 'locked' | 'unknown' }),
      };
    }
    if (group === 'supplies') {
      const proof = this.proofStep(id);
      return proof === undefined
        ? undefined
        : { label: 'Prove it dead', command: record({ type: 'step-jumped', to: proof, reason: 'needs proven dead' }) };
    }
    const starts = group === 'calls' && state === 'on' ? startedByCall(this.context().model, id) : [];
    if (group === 'calls')
      return {
        label: `The call is ${state} now${starts.length > 0 ? `; it may start: ${starts.join(', ')}` : ''}`,
        command: record({ type: 'call-changed', call: id, state: state as 'on' | 'off' }),
      };
    if (group === 'connectors')
      return {
        label: `Plug ${terminalLabel(this.context().model, id)} is ${state} now`,
        command: record({ type: 'connector-changed', connector: id, state: state as 'in' | 'out' }),
      };
    return undefined;
  }

  private proofStep(supply: string): string | undefined {
    const steps = this.context().procedures[this.visit().procedure ?? '']?.steps ?? {};
    return Object.entries(steps).find(
      ([, step]) => step.kind === 'measurement' && (step as MeasurementStep).measure.proofOfDead?.includes(supply),
    )?.[0];
  }

  private supplyName(id: string): string {
    const name = this.context().model.supplies.find((each) => each.id === id)?.name ?? id;
    return name.charAt(0).toUpperCase() + name.slice(1);
  }

  private zeroLeads(): void {
    const body = zeroedLeads(this.text());
    this.wasRefused.set(body === undefined);
    if (!body) return;
    this.isZeroing.set(false);
    this.record(body);
  }

  private record(body: Extract<StepCommand, { kind: 'record' }>['body']): void {
    this.text.set('');
    const field = this.field()?.nativeElement;
    // Typed and logged within one frame, the binding never saw the digits and would not take them away.
    if (field) field.value = '';
    this.wasRefused.set(false);
    this.commanded.emit({ kind: 'record', body });
  }
}
