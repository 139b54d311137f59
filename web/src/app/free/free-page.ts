import {
  askedFree,
  conditionsWords,
  cutOffWords,
  energyAhead,
  enterFreeReading,
  fixFor,
  FUNCTIONS,
  guardsOfReading,
  isFreeVisit,
  openBypasses,
  betweenLabel,
  terminalLabel,
  usedBefore,
  type EventBody,
  type EventOf,
  type FreeLine,
  type FreeReading,
  type JudgedLine,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  Injector,
  input,
  model,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Button } from '../kit/button';
import { BypassList } from '../visit/step/bypass-list';
import type { StepCommand } from '../visit/step/step-command';
import { GuardList } from '../visit/step/guard-list';
import { NeededChoice } from '../visit/step/needed-choice';
import { UndoButton } from '../visit/step/undo-button';
import { FindingForm } from './finding-form';
import { FreeLineForm } from './free-line-form';
import { JumperForm } from './jumper-form';
import { NoteForm } from './note-form';
import { ZeroForm } from './zero-form';
import { PhotoTaker } from '../photos/photo-taker';

type Panel = 'note' | 'jumper' | 'finding' | 'zero' | undefined;

const OFFERED = 6;

/** A reading between any two points: the whole of a visit without a chart, and beside the chart of any other. */
@Component({
  selector: 'jx-free-page',
  imports: [
    PhotoTaker,
    BypassList,
    Button,
    FindingForm,
    FreeLineForm,
    GuardList,
    JumperForm,
    NeededChoice,
    NoteForm,
    RouterLink,
    UndoButton,
    ZeroForm,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './free-page.html',
  styleUrl: './free-page.scss',
})
export class FreePage {
  readonly context = input.required<VisitContext>();
  readonly visit = input.required<VisitState>();
  readonly visitId = input.required<string>();
  readonly canUndo = input(false);
  /** Lines used on this device in any visit, the last first. */
  readonly remembered = input<readonly FreeLine[]>([]);
  /** What stands in the fields; kept outside, so that a proof of dead in between does not empty them. */
  readonly line = model.required<FreeReading>();
  readonly commanded = output<StepCommand>();
  readonly lineUsed = output<FreeLine>();
  /** To what is known before measuring. */
  readonly lookWanted = output();
  /** To the step of the chart. */
  readonly left = output();
  /** To how everything stands, to be changed there. */
  readonly stateWanted = output();

  private readonly injector = inject(Injector);
  private readonly form = viewChild(FreeLineForm);
  protected readonly isFree = computed(() => isFreeVisit(this.visit()));
  protected readonly panel = signal<Panel>(undefined);
  protected readonly wasRefused = signal(false);
  protected readonly conditions = computed(() => conditionsWords(this.context(), this.visit()));
  protected readonly bypasses = computed(() => openBypasses(this.visit()));
  private readonly asked = computed(() => askedFree(this.context(), this.visit(), this.line()));
  protected readonly unmet = computed(() => {
    const asked = this.asked();
    return 'outcome' in asked ? [] : asked.unmet;
  });
  protected readonly cutOff = computed(() => {
    const asked = this.asked();
    return 'outcome' in asked ? undefined : cutOffWords(this.visit(), asked);
  });
  /** Plugs that a tap would say are out, where that is all it takes. */
  protected readonly plugs = computed(() =>
    this.unmet().flatMap((unmet) => {
      const fix = fixFor(this.context(), this.visit(), unmet);
      return fix?.body.type === 'supply-changed' && fix.body.state === 'plug-out' ? [fix] : [];
    }),
  );
  protected readonly refusal = computed(() => {
    const asked = this.asked();
    return 'outcome' in asked ? undefined : asked.refusal;
  });
  protected readonly needed = computed(() => {
    const asked = this.asked();
    if ('outcome' in asked) return undefined;
    return asked.expectation.needs ?? asked.expectation.balance?.absolute?.needs;
  });
  protected readonly hasLowImpedance = computed(() => {
    const meter = this.context().meters[this.visit().meter ?? ''];
    return meter?.functions.get(this.line().function)?.hasLowImpedanceMode ?? false;
  });
  /** What is easily got wrong about what was typed. */
  protected readonly guards = computed(() => {
    const entered = this.entered();
    if (entered?.outcome !== 'event' || entered.body.type !== 'reading-taken') return [];
    const event = { ...entered.body, id: '', at: new Date().toISOString() } as EventOf<'reading-taken'>;
    return guardsOfReading(this.context(), this.visit(), event);
  });
  private readonly entered = computed(() =>
    this.line().text.trim() === '' && !this.line().chosen
      ? undefined
      : enterFreeReading(this.context(), this.visit(), this.line()),
  );
  protected readonly judged = computed<JudgedLine>(() => {
    const asked = this.asked();
    if ('outcome' in asked) return { problem: asked };
    const { expectation } = asked;
    const entered = this.entered();
    switch (entered?.outcome) {
      case 'error':
        return { expectation, problem: entered };
      case 'ask':
        return { expectation, question: { words: entered.question, candidates: entered.candidates } };
      case 'event': {
        const { body } = entered;
        return body.type === 'reading-taken'
          ? { expectation, reading: body.reading, judgement: body.judgement }
          : { expectation };
      }
      default:
        return { expectation };
    }
  });
  /** Lines of this visit, then of others, but what stands in the fields already. */
  protected readonly offered = computed(() => {
    const lines = [...usedBefore(this.visit()), ...this.remembered()];
    const words = new Map(lines.map((line) => [this.lineWords(line), line]));
    words.delete(this.lineWords(this.line()));
    return [...words].slice(0, OFFERED).map(([text, line]) => ({ text, line }));
  });
  protected readonly points = computed(() => {
    const used = [...usedBefore(this.visit()), ...this.remembered()].flatMap(({ from, to }) => [from, to]);
    const known = this.context().wiring.points.map(({ label }) => label);
    return [...new Set([...used.map((point) => this.label(point)), ...known])].filter((each) => each !== '');
  });
  protected readonly expectations = computed(() => [
    ...new Set(
      [...usedBefore(this.visit()), ...this.remembered()]
        .filter((line) => line.function === this.line().function && line.expects !== '')
        .map((line) => line.expects),
    ),
  ]);
  /** Ohms are read through the leads: until they are zeroed that is asked for. */
  protected readonly leads = computed(() =>
    FUNCTIONS[this.line().function].readsLeads ? { ohms: this.visit().leadZero } : undefined,
  );
  /** The way to the other energy state in a visit without a chart. */
  protected readonly energy = computed(() => {
    const ahead = energyAhead(this.context(), this.visit());
    return ahead && { energise: 'Supply on again', isolate: 'Isolate and prove dead' }[ahead];
  });
  /** Where the chart goes on that was left to prove everything dead. */
  protected readonly chartLeft = computed(() => {
    const left = this.visit().chartLeft;
    const title = this.context().procedures[left?.procedure ?? '']?.title;
    if (!left || title === undefined) return undefined;
    return { title, body: { type: 'procedure-started', procedure: left.procedure, start: left.step } as const };
  });
  protected readonly unknownSupplies = computed(() => {
    const supplies = this.visit().conditions.supplies ?? {};
    return this.context().model.supplies.filter(({ id }) => (supplies[id] ?? 'unknown') === 'unknown');
  });

  constructor() {
    afterNextRender(() => this.form()?.focus());
  }

  openPanel(panel: Exclude<Panel, undefined>): void {
    this.panel.update((open) => (open === panel ? undefined : panel));
  }

  protected log(): void {
    const entered = this.entered();
    const isTaken = entered?.outcome === 'event';
    this.wasRefused.set(!isTaken);
    if (!isTaken) return this.form()?.focus();
    const { function: measured, from, to, expects } = this.line();
    this.lineUsed.emit({ function: measured, from, to, expects });
    this.line.set({ function: measured, from, to, expects, text: '' });
    this.form()?.clear();
    this.commanded.emit({ kind: 'record', body: entered.body });
  }

  /** Leaves the finding for the reading that settles a doubt of it. */
  protected settle(line: FreeLine): void {
    this.panel.set(undefined);
    this.use(line);
  }

  protected use(line: FreeLine): void {
    this.line.update(({ text }) => ({ ...line, from: this.label(line.from), to: this.label(line.to), text }));
    // Not before the fields show the line.
    afterNextRender(() => this.form()?.focus(), { injector: this.injector });
  }

  protected record(body: EventBody): void {
    // Closed first: recording shows the page at once, and the next key must not fall into this field.
    this.panel.set(undefined);
    this.commanded.emit({ kind: 'record', body });
  }

  protected itIsOn(): void {
    for (const { id } of this.unknownSupplies())
      this.commanded.emit({ kind: 'record', body: { type: 'supply-changed', supply: id, state: 'on' } });
  }

  private label(point: string): string {
    return terminalLabel(this.context().model, point);
  }

  private lineWords({ function: measured, from, to, expects }: FreeLine): string {
    const expected = expects === '' ? '' : ` · ${expects}`;
    return `${FUNCTIONS[measured].name}, ${betweenLabel(this.context().model, from, to)}${expected}`;
  }
}
