import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { ActivatedRoute, Router } from '@angular/router';
import { Button } from '../kit/button';
import {
  askedFree,
  displayUnit,
  enterFreeReading,
  formatReading,
  FUNCTIONS,
  shouldWords,
  supplyCheck,
  supplyJudged,
  supplyPicture,
  supplyTitle,
  terminalLabel,
  verdictWord,
  type EventBody,
  type SupplyRow,
  type SupplySystem,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { JuxtaBar } from '../juxta/juxta-bar';
import { RowBar } from '../juxta/row-bar';
import { verdictColour } from '../juxta/verdict-colour';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { PointMap } from '../visit/board-map/point-map';
import { openVisit } from '../visit/open-visit';
import { comparisonOf } from '../visit/view/log-rows';
import { Choice } from '../kit/choice';
import { PhasorPicture } from './phasor-picture';

/** A supply all round: its earth first, dead, then every pair, and what they say together. */
@Component({
  selector: 'jx-supply-page',
  imports: [Button, Choice, JuxtaBar, PageHeader, PhasorPicture, PointMap, RowBar, StateMessage, VisitStrip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './supply-page.html',
  styleUrl: './supply-page.scss',
})
export class SupplyPage {
  readonly id = input.required<string>();
  /** The supply of the address; the first where none is named. */
  readonly of = input<string>();
  protected readonly opened = openVisit(this.id);
  protected readonly words = openProblemWords;
  private readonly router = inject(Router);
  private readonly route = inject(ActivatedRoute);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('field');

  protected readonly supplies = computed(() => this.opened.context()?.model.supplies ?? []);
  protected readonly supplyChoices = computed(() =>
    this.supplies().map(({ id, name = id, nominal }) => ({ id, name: `${name}, ${nominal}` })),
  );
  protected readonly supply = computed(() => {
    const supplies = this.supplies();
    return supplies.find(({ id }) => id === this.of()) ?? supplies[0];
  });
  protected readonly system = computed(() => {
    const supply = this.supply();
    return supply ? SYSTEM_WORDS[supply.system] : '';
  });
  protected readonly title = computed(() => {
    const supply = this.supply();
    const name = supply?.name ?? supply?.id ?? 'supply';
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}: supply check`;
  });
  private readonly check = computed(() => {
    const [context, supply] = [this.opened.context(), this.supply()];
    return context && supply ? supplyCheck(context, this.opened.visit(), supply.id) : undefined;
  });
  protected readonly rows = computed(() =>
    (this.check()?.rows ?? []).map((row) => {
      const { reading } = row;
      const unmet = this.unmetOf(row);
      return {
        ...row,
        title: row.name === 'earth' ? 'Earth continuity' : row.name.replace('-', ' to '),
        points: `${this.label(row.from)} to ${this.label(row.to)}`,
        should: this.shouldOf(row),
        value: reading ? (reading.reading ? formatReading(reading.reading) : reading.text) : '',
        verdict: reading?.judgement.verdict,
        word: reading ? verdictWord(reading.judgement.verdict) : '',
        colour: verdictColour(reading?.judgement.verdict),
        comparison: reading?.expectation ? comparisonOf(reading) : undefined,
        unmet: reading ? '' : unmetWords(unmet),
      };
    }),
  );
  protected readonly conductors = computed(() => {
    const [context, supply] = [this.opened.context(), this.supply()];
    return context && supply ? supplyPicture(context.model, supply.id) : [];
  });
  protected readonly outcome = computed(() => this.check()?.outcome);
  protected readonly outcomeTitle = computed(() => supplyTitle(this.outcome()?.pattern ?? ''));
  /** What was kept last is what the readings still say. */
  protected readonly isKept = computed(() => {
    const supply = this.supply()?.id;
    const last = this.opened
      .visit()
      .trail.findLast(({ event }) => event.type === 'supply-judged' && event.supply === supply)?.event;
    return last?.type === 'supply-judged' && last.sentence === this.outcome()?.sentence;
  });
  /** The row chosen by hand; else the next that can be read as things stand. */
  protected readonly chosen = linkedSignal<number, string | undefined>({
    source: computed(() => this.opened.visit().trail.length),
    computation: () => undefined,
  });
  protected readonly active = computed(() => {
    const rows = this.rows();
    return (
      rows.find(({ name }) => name === this.chosen()) ??
      rows.find(({ reading, unmet }) => reading === undefined && unmet === '') ??
      undefined
    );
  });
  protected readonly text = signal('');
  protected readonly isRefused = signal(false);
  protected readonly entered = computed(() => {
    const [context, row] = [this.opened.context(), this.active()];
    if (!context || !row || this.text().trim() === '') return undefined;
    return enterFreeReading(context, this.opened.visit(), { ...lineOf(row), text: this.text() });
  });
  protected readonly problem = computed(() => {
    const entered = this.entered();
    if (entered?.outcome === 'error') return `${entered.message} Accepted: ${entered.accepted.join(', ')}`;
    return entered?.outcome === 'ask' ? `${entered.question} Write the unit out.` : '';
  });
  protected readonly judged = computed(() => {
    const entered = this.entered();
    return entered?.outcome === 'event' && entered.body.type === 'reading-taken' ? entered.body : undefined;
  });
  protected readonly bar = computed(() => {
    const [context, row] = [this.opened.context(), this.active()];
    if (!context || !row) return undefined;
    const body = this.judged();
    const asked = askedFree(context, this.opened.visit(), lineOf(row));
    if ('outcome' in asked) return undefined;
    const should = shouldWords(asked.expectation, row.function);
    const { low, high, unit } = asked.expectation;
    const open = {
      ...(Number.isFinite(low) ? { low } : {}),
      ...(Number.isFinite(high) ? { high } : {}),
      unit,
      floor: 0,
    };
    return {
      should,
      comparison: body ? comparisonOf(body) : open,
      is: body?.reading ? formatReading(body.reading) : '',
      verdict: body?.judgement.verdict,
    };
  });
  protected readonly unit = computed(() => displayUnit(this.active()?.function ?? 'ac-voltage'));

  protected choose(name: string): void {
    this.chosen.set(name);
    this.field()?.nativeElement.focus();
  }

  protected turnTo(supply: string): void {
    void this.router.navigate([], { relativeTo: this.route, queryParams: { of: supply } });
  }

  protected log(): void {
    const entered = this.entered();
    const isTaken = entered?.outcome === 'event';
    this.isRefused.set(!isTaken);
    if (!isTaken) return this.field()?.nativeElement.focus();
    this.record(entered.body);
  }

  /** What all pairs say goes into the log, with the readings it rests on. */
  protected keep(): void {
    const [context, supply] = [this.opened.context(), this.supply()];
    const body = context && supply ? supplyJudged(context, this.opened.visit(), supply.id) : undefined;
    if (body) this.record(body);
  }

  private record(body: EventBody): void {
    this.text.set('');
    const field = this.field()?.nativeElement;
    if (field) field.value = '';
    this.opened.record(body);
    field?.focus();
  }

  private unmetOf(row: SupplyRow): readonly string[] {
    const [context, supply] = [this.opened.context(), this.supply()];
    if (!context || !supply) return [];
    const asked = askedFree(context, this.opened.visit(), lineOf(row));
    const isVolts = FUNCTIONS[row.function].dimension === 'voltage';
    const isOff = isVolts && this.opened.visit().conditions.supplies?.[supply.id] !== 'on';
    const unmet = 'outcome' in asked ? [] : asked.unmet.map(({ words }) => words);
    return isOff ? [...unmet, `the ${supply.name ?? supply.id} supply is not logged as on`] : unmet;
  }

  private shouldOf(row: SupplyRow): string {
    const context = this.opened.context();
    const asked = context && askedFree(context, this.opened.visit(), lineOf(row));
    if (row.expects === 'finite') return 'whatever it is: nothing ties these two together';
    return asked && 'expectation' in asked ? shouldWords(asked.expectation, row.function) : '';
  }

  private label(point: string): string {
    const model = this.opened.context()?.model;
    return model ? terminalLabel(model, point) : point;
  }

  protected itIsOn(): void {
    const supply = this.supply();
    if (supply) this.opened.record({ type: 'supply-changed', supply: supply.id, state: 'on' });
  }

  protected readonly isOn = computed(() => this.opened.visit().conditions.supplies?.[this.supply()?.id ?? ''] === 'on');
}

const SYSTEM_WORDS: Readonly<Record<SupplySystem, string>> = {
  'single-phase': 'Single-phase',
  'split-phase': 'Split-phase, two legs and a neutral',
  'three-phase': 'Three-phase',
  'high-leg': 'Three-phase with a high leg',
  dc: 'Direct current',
  'class-2-ac': 'Class 2, low voltage AC',
};

/** Ohms of the earth wait for the next time the machine is dead. */
function unmetWords(unmet: readonly string[]): string {
  return unmet.some((words) => words.includes('proven dead'))
    ? 'to be read dead: it then counts for the whole visit'
    : unmet.join(', ');
}

function lineOf({ function: measured, from, to, expects }: SupplyRow) {
  return { function: measured, from, to, expects };
}
