import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Button } from '../../kit/button';
import { KeyRow } from '../../kit/key-row';
import {
  adoptableReading,
  answerStep,
  askedReading,
  cutOffWords,
  displayUnit,
  enterReading,
  formatReading,
  FUNCTIONS,
  guardsOfReading,
  isForbidden,
  measuredOutcome,
  methodNames,
  possibleMethod,
  powerUpRefusal,
  proofHere,
  readingHere,
  recorded,
  shouldWords,
  stuckHere,
  undecidedHere,
  VERDICT_WORDS,
  verdictWords,
  zeroedLeads,
  type Asked,
  type EventBody,
  type EventOf,
  type MeasurementStep,
  type Reading,
  type Verdict,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { afterPaint } from '../../shell/after-paint';
import { Ticker } from '../../shell/ticker';
import type { JuxtaInput } from '../../juxta/juxta-axis';
import { JuxtaBar } from '../../juxta/juxta-bar';
import { verdictColour } from '../../juxta/verdict-colour';
import { VerdictGlyph } from '../../juxta/verdict-glyph';
import { comparisonOf } from '../view/log-rows';
import { probeViews } from '../board-map/probe-views';
import { extraKeys } from './extra-keys';
import { PointMap } from '../board-map/point-map';
import { ChainPoints } from './chain-points';
import { MethodChoice } from './method-choice';
import { PartWaiver } from './part-waiver';
import { ProbeChips } from './probe-chips';
import { PressGate } from '../press-gate';
import { recordAnswer } from './record-answer';
import type { StepCommand } from './step-command';
import { GuardList, settlingLine } from './guard-list';
import { InSight } from './in-sight';
import { NeededChoice } from './needed-choice';
import { ProofGrid } from './proof-grid';
import { SetProgress } from './set-progress';
import { StrayDigits } from './stray-digits';
import { Stopwatch } from './stopwatch';
import { UndoButton } from './undo-button';
import { UnmetList } from './unmet-list';
import { VerdictWord } from '../../juxta/verdict-word';

/** What the digits in the field are a reading of. */
interface AskedFor {
  readonly step: string;
  /** The point of a chain chosen by hand. */
  readonly point: string | undefined;
  /** The pair of a proof or the part of a set. */
  readonly part: string;
}

/** Another point chosen by hand takes the digits along; what others read does not. */
function isStillFor(now: AskedFor, before: AskedFor): boolean {
  return now.step === before.step && (now.part === before.part || now.point !== before.point);
}

/** Where a reading is typed: should and is beside each other while the digits come in. */
@Component({
  selector: 'jx-reading-entry',
  imports: [
    Button,
    ChainPoints,
    GuardList,
    InSight,
    JuxtaBar,
    KeyRow,
    MethodChoice,
    NeededChoice,
    PartWaiver,
    PointMap,
    ProbeChips,
    ProofGrid,
    SetProgress,
    Stopwatch,
    UndoButton,
    UnmetList,
    VerdictGlyph,
    VerdictWord,
  ],
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
  /** The point of a chain that was chosen instead of the one offered. */
  readonly point = input<string>();
  readonly commanded = output<StepCommand>();
  readonly pointChosen = output<string>();
  /** The method chosen, for the companion's picture. */
  readonly methodChosen = output<string | undefined>();

  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');
  private readonly said = viewChild<ElementRef<HTMLElement>>('said');
  /** A change elsewhere in the visit must not take what is being typed. */
  private readonly stepId = computed(() => this.visit().step ?? '');
  /** Digits belong to what they were typed for: where others read that meanwhile, they are set aside. */
  protected readonly text = linkedSignal<AskedFor, string>({
    source: () => this.askedFor(),
    computation: (now, before) => (before && isStillFor(now, before.source) ? before.value : ''),
  });
  /** What stands in the field, also once what it was typed for is gone. */
  private typed = '';
  private readonly strays = inject(StrayDigits);
  /** What is shown is too new to be answered. */
  protected readonly isSettling = inject(PressGate).isSettling;
  /** The first way that can be gone; what is switched later does not take a choice back. */
  protected readonly method = linkedSignal<MeasurementStep, string | undefined>({
    source: this.step,
    computation: (step) => untracked(() => possibleMethod(this.context(), this.visit(), step)),
  });
  protected readonly hasMethods = computed(() => methodNames(this.step()).length > 1);
  protected readonly isZeroing = signal(false);
  protected readonly isLowImpedance = linkedSignal<string, boolean>({ source: this.stepId, computation: () => false });
  /** Waits are looked at by the clock; nothing else changes with it. */
  private readonly now = inject(Ticker).follow(1000);
  private readonly isTimedFromEvent = computed(() => {
    const { methods, set, requires } = this.step().measure;
    return [
      requires,
      ...(set ?? []).map((each) => each.requires),
      ...Object.values(methods ?? {}).map((each) => each.requires),
    ].some((each) => each?.after !== undefined);
  });
  private readonly at = computed(() => (this.isTimedFromEvent() ? new Date(this.now()).toISOString() : undefined));
  protected readonly wasRefused = signal(false);

  protected readonly asked = computed<Asked | undefined>(() =>
    askedReading(this.context(), this.visit(), this.method(), this.at(), this.point()),
  );
  private readonly askedFor = computed<AskedFor>(
    () => {
      const { slot, proof, from, to } = this.asked() ?? {};
      return {
        step: this.stepId(),
        point: this.point(),
        part: slot?.id ?? (proof ? `${proof.kind} ${from} ${to}` : ''),
      };
    },
    { equal: (a, b) => a.step === b.step && a.point === b.point && a.part === b.part },
  );
  protected readonly isMany = computed(
    () => this.asked()?.proof !== undefined || (this.asked()?.slot !== undefined && !this.step().measure.chain),
  );
  protected readonly hasLowImpedance = computed(() => {
    const meter = this.context().meters[this.visit().meter ?? ''];
    const measured = this.asked()?.function;
    return measured !== undefined && (meter?.functions.get(measured)?.hasLowImpedanceMode ?? false);
  });
  protected readonly needed = computed(() => {
    const { expectation } = this.asked() ?? {};
    return expectation?.needs ?? expectation?.balance?.absolute?.needs;
  });
  protected readonly probes = computed(() => probeViews(this.context(), this.visit(), this.asked() ?? {}));
  private readonly pairs = computed(() => this.text().split(/ *; *| *\/ +| +\/ */));
  protected readonly entered = computed(() => {
    if (this.isZeroing() || this.text().trim() === '') return undefined;
    const [first = ''] = this.pairs();
    return this.enter(this.isMany() ? first : this.text());
  });
  protected readonly body = computed(() => {
    const entered = this.entered();
    return entered?.outcome === 'event' ? entered.body : undefined;
  });
  private readonly readingBody = computed(() => {
    const body = this.body();
    return body?.type === 'reading-taken' ? body : undefined;
  });
  /** Why the supply that is asked for must not go on yet. */
  protected readonly powerRefusal = computed(() =>
    (this.asked()?.unmet ?? []).some(({ group, state }) => group === 'supplies' && state === 'on')
      ? powerUpRefusal(this.context(), this.visit())
      : undefined,
  );
  /** A reading taken now would be judged: the key that logs it says so by its colour. */
  protected readonly counts = computed(() => {
    const asked = this.asked();
    return asked !== undefined && asked.unmet.length === 0 && asked.refusal === undefined;
  });
  protected readonly cutOff = computed(() => cutOffWords(this.visit(), this.asked()));
  /** Then the points are not shown, so that nobody is led to them. */
  protected readonly isRefused = computed(() => {
    const asked = this.asked();
    return asked !== undefined && isForbidden(asked);
  });
  /** What is easily got wrong about what was typed, or about the reading just logged here. */
  protected readonly guards = computed(() => {
    const typed = this.readingBody();
    const event = typed
      ? ({ ...typed, id: '', at: new Date().toISOString() } as EventOf<'reading-taken'>)
      : this.loggedHere();
    return event ? guardsOfReading(this.context(), this.visit(), event) : [];
  });
  private readonly loggedHere = computed(() => readingHere(this.visit()));
  protected readonly is = computed(() => {
    const reading = this.body()?.reading;
    return reading ? formatReading(reading) : '';
  });
  protected readonly verdict = computed<Verdict | undefined>(() => {
    const body = this.body();
    if (body?.type === 'meter-proven') return body.shows === 'live' ? 'within' : 'absent';
    const reading = this.readingBody();
    return reading && measuredOutcome(reading).verdict;
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
    const { judgement, joint } = this.readingBody() ?? {};
    return joint?.sentence ?? judgement?.sentence ?? '';
  });
  protected readonly meaning = computed(() => {
    const verdict = this.verdict();
    const reading = this.readingBody();
    if (!verdict) return undefined;
    // A part says nothing of what the whole will clear or accuse.
    if (reading?.part !== undefined && !reading.joint)
      return { verdict, meaning: VERDICT_WORDS[verdict].meaning, points: '', next: '' };
    const outcome = reading ? measuredOutcome(reading) : { verdict };
    return verdictWords(this.context(), this.visit(), outcome, reading?.next, this.method());
  });
  protected readonly unit = computed(() => {
    if (this.isZeroing()) return 'Ω';
    const asked = this.asked();
    return asked ? displayUnit(asked.function) : '';
  });
  protected readonly readsLeads = computed(() => FUNCTIONS[this.asked()?.function ?? 'ac-voltage'].readsLeads);
  protected readonly isTimed = computed(() => FUNCTIONS[this.asked()?.function ?? 'ac-voltage'].isTime);
  protected readonly leads = computed(() => this.visit().leadZero);
  protected readonly keys = computed(() => [
    ...extraKeys(this.asked()?.function ?? 'ac-voltage'),
    ...(this.isMany() ? ['/'] : []),
  ]);
  /** A free reading that answers this step. */
  protected readonly adoption = computed(() => adoptableReading(this.context(), this.visit(), this.method()));

  protected readonly proofWords = computed(() => proofHere(this.context(), this.visit(), this.step()));
  /** The newest reading here that could not be decided: it may be accepted by name. */
  protected readonly undecided = computed(() => undecidedHere(this.context(), this.visit(), this.step()));
  /** A reading was kept and the chart has no way on from it. */
  protected readonly stuck = computed(() => stuckHere(this.visit()));

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
    // What was typed for something that is gone stays in sight.
    effect(() => {
      this.askedFor();
      if (untracked(this.text) === '') this.setAside();
    });
    inject(DestroyRef).onDestroy(() => this.setAside());
    // A reading that leads nowhere is told here alone: what to do about it must not lie below the edge.
    effect(() => {
      if (this.undecided() ?? this.stuck()) this.show(this.said);
    });
  }

  private setAside(): void {
    this.strays.setAside(this.typed);
    this.typed = '';
  }

  protected type(text: string): void {
    this.typed = text;
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
    if (this.isMany() && this.pairs().length > 1) return this.logPairs();
    const entered = this.entered();
    if (entered?.outcome === 'event') return this.record(entered.body);
    this.wasRefused.set(true);
  }

  private enter(text: string, chosen?: Reading) {
    const [at, point] = [this.at(), this.point()];
    return enterReading(this.context(), this.visit(), {
      text,
      method: this.method(),
      ...(point === undefined ? {} : { point }),
      isLowImpedance: this.isLowImpedance() && this.hasLowImpedance(),
      ...(chosen ? { chosen } : {}),
      ...(at === undefined ? {} : { at }),
    });
  }

  /** Several pairs of a proof or parts of a set typed at once, each logged as a reading of its own, in the order they are asked for. */
  private logPairs(): void {
    const pairs = this.pairs();
    const areReadable = pairs.every((text) => this.enter(text).outcome === 'event');
    this.wasRefused.set(!areReadable);
    if (!areReadable) return;
    const [step, kind] = [this.visit().step, this.asked()?.proof?.kind];
    for (const [index, text] of pairs.entries()) {
      // A live pair leaves the proof: what was typed for the pairs behind it is of no other step.
      if (this.visit().step !== step) return;
      // One too many is no check of the meter, nor the first of the pairs: it stays to be looked at.
      if (!this.isMany() || this.asked()?.proof?.kind !== kind) return this.type(pairs.slice(index).join(' / '));
      const entered = this.enter(text);
      if (entered.outcome === 'event') this.record(entered.body);
    }
  }

  protected pick(chosen: Reading): void {
    const entered = this.enter(this.text(), chosen);
    if (entered.outcome === 'event') this.record(entered.body);
  }

  /** The next thing typed is what the leads themselves read. */
  protected zeroNow(): void {
    this.isZeroing.set(true);
    this.field()?.nativeElement.focus();
  }

  protected note(body: EventBody): void {
    this.commanded.emit({ kind: 'record', body });
  }

  /** The next key goes into the field. */
  takeFocus(): boolean {
    this.field()?.nativeElement.focus({ preventScroll: true });
    return true;
  }

  /** A reading that answers the step already, or the one that settles a doubt; false where neither is offered. */
  takeOffer(): boolean {
    const adoption = this.adoption();
    const doubt = this.guards().find(({ settle }) => settle !== undefined)?.settle;
    if (adoption) this.note(adoption.body);
    else if (doubt) this.commanded.emit({ kind: 'free', line: settlingLine(doubt) });
    return (adoption ?? doubt) !== undefined;
  }

  protected accept(verdict: Verdict): void {
    recordAnswer(answerStep(this.context(), this.visit(), { kind: 'accepted', verdict }), this.commanded);
  }

  protected words(reading: Reading): string {
    return formatReading(reading);
  }

  private show(part: () => ElementRef<HTMLElement> | undefined): void {
    afterPaint(() => part()?.nativeElement.scrollIntoView({ block: 'nearest' }));
  }

  private zeroLeads(): void {
    const body = zeroedLeads(this.text());
    this.wasRefused.set(body === undefined);
    if (!body) return;
    this.isZeroing.set(false);
    this.record(body);
  }

  private record(body: Extract<StepCommand, { kind: 'record' }>['body']): void {
    this.type('');
    const field = this.field()?.nativeElement;
    // Typed and logged within one frame, the binding never saw the digits and would not take them away.
    if (field) field.value = '';
    this.commanded.emit({ kind: 'record', body });
  }
}
