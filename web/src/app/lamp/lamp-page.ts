import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { TextField } from '../kit/text-field';
import {
  codeByName,
  codeBySign,
  codeIndicators,
  codesOf,
  codeSignWords,
  flashSigns,
  flashWords,
  gradeHere,
  indicatorsOf,
  type CodeDocument,
  type CodeRead,
  type CodeSign,
  type FlashSign,
  type Press,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { CodeList } from '../look/code-list';
import { historyFeature } from '../history/history.reducer';
import { VisitStrip } from '../visit/visit-strip';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { openVisit } from '../visit/open-visit';
import { BlinkReader, type FollowedSign } from './blink-reader';
import { RecipePlayer } from './recipe-player';
import { Choice } from '../kit/choice';

/** Lamps, displays and stored codes of a unit: read by tapping, by choosing, or typed from a display. */
@Component({
  selector: 'jx-lamp-page',
  imports: [
    BlinkReader,
    Button,
    Choice,
    CodeList,
    FormsModule,
    PageHeader,
    RecipePlayer,
    RouterLink,
    StateMessage,
    TextField,
    VisitStrip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './lamp-page.html',
  styleUrl: './lamp-page.scss',
})
export class LampPage {
  readonly id = input.required<string>();
  protected readonly opened = openVisit(this.id);
  private readonly history = inject(Store).selectSignal(historyFeature.selectHistory);
  private readonly reader = viewChild(BlinkReader);
  protected readonly visit = this.opened.visit;
  protected readonly words = openProblemWords;
  protected readonly presses = signal<readonly Press[]>([]);
  protected readonly typed = signal('');
  protected readonly isStored = signal(false);
  protected readonly count = signal('');
  protected readonly chosenLamp = signal<string | undefined>(undefined);
  protected readonly recipe = signal<string | undefined>(undefined);

  private readonly model = computed(() => this.opened.context()?.model);
  protected readonly lamps = computed(() => {
    const model = this.model();
    if (!model) return [];
    const shows = codeIndicators(model);
    return shows.length > 0 ? shows : indicatorsOf(model);
  });
  protected readonly lampChoices = computed(() =>
    this.lamps().map(({ id, name = id, colour }) => ({ id, name: colour ? `${name}, ${colour}` : name })),
  );
  protected readonly lamp = computed(() => this.chosenLamp() ?? this.lamps()[0]?.id);
  protected readonly known = computed(() => {
    const model = this.model();
    return model ? flashSigns(model, this.lamp()) : [];
  });
  /** What people found out about codes the table does not have: from the unit's file and its earlier visits. */
  private readonly legends = computed<ReadonlyMap<string, string>>(() => {
    const [model, unit] = [this.model(), this.opened.pinned()?.unit];
    if (!model || !unit) return new Map();
    const told = (this.history()?.[unit.id] ?? []).flatMap(({ codes }) => codes);
    const all = [...told, ...(unit.codes ?? [])];
    return new Map(
      all.flatMap(({ code, meaning }) =>
        meaning === undefined || codeByName(model, code) ? [] : [[code, meaning] as const],
      ),
    );
  });
  protected readonly table = computed(() => {
    const model = this.model();
    if (!model) return [];
    const rows = codesOf(model, this.lamp()).map((code) => ({ code, sign: code.sign ? codeSignWords(code.sign) : '' }));
    const own = [...this.legends()].map(([code, meaning]): (typeof rows)[number] => ({
      code: { code, meaning },
      sign: 'as noted at this unit',
    }));
    return [...rows, ...own];
  });
  protected readonly recipes = computed(() => this.model()?.recipes ?? []);
  protected readonly played = computed(() => this.recipes().find(({ id }) => id === this.recipe()));
  protected readonly lastRead = signal('');

  constructor() {
    // As soon as there is one: the pad is what the hand wants first.
    afterRenderEffect({ write: () => this.reader()?.focus() });
  }

  protected choose(lamp: string): void {
    this.chosenLamp.set(lamp);
    this.presses.set([]);
    this.reader()?.focus();
  }

  protected keepSign({ sign, confidence }: FollowedSign): void {
    this.keep(sign, 'taps', confidence);
    this.presses.set([]);
  }

  protected shows(sign: FlashSign): void {
    this.keep(sign, 'read');
  }

  protected keepRow(code: CodeDocument): void {
    this.record({ code: code.code, ...(code.sign ? { sign: code.sign } : {}), how: 'read', meaning: code.meaning });
  }

  /** A code from a display or a list; one the table does not have is kept all the same. */
  protected keepTyped(): void {
    const model = this.model();
    const code = this.typed().trim();
    if (!model || code === '') return;
    const known = codeByName(model, code, this.lamp());
    const meaning = this.legends().get(code);
    this.record({ code: known?.code ?? code, how: 'read', ...(meaning !== undefined && !known ? { meaning } : {}) });
    this.typed.set('');
    this.count.set('');
  }

  private keep(sign: CodeSign, how: CodeRead['how'], confidence?: number): void {
    const model = this.model();
    if (!model) return;
    const known = codeBySign(model, sign, this.lamp());
    const name = sign.kind === 'lamps' || sign.kind === 'text' ? codeSignWords(sign) : flashWords(sign);
    this.record({
      code: known?.code ?? name,
      sign,
      how,
      ...(confidence === undefined ? {} : { confidence: Math.round(confidence * 1000) / 1000 }),
    });
  }

  private record(read: Pick<CodeRead, 'code' | 'how'> & Partial<CodeRead>): void {
    const context = this.opened.context();
    if (!context) return;
    const lamp = this.lamp();
    const stored = this.isStored();
    const times = Number.parseInt(this.count(), 10);
    const before = this.visit().trail.filter(
      ({ event, standing }) => event.type === 'code-read' && event.stored && standing !== 'retracted',
    ).length;
    const { meaning, ...rest } = read;
    const isInTable = codeByName(context.model, read.code, lamp) !== undefined;
    this.opened.record({
      type: 'code-read',
      ...rest,
      ...(lamp === undefined ? {} : { lamp }),
      ...(meaning !== undefined && !isInTable ? { meaning } : {}),
      stored,
      ...(stored ? { order: before + 1 } : {}),
      ...(Number.isFinite(times) && times >= 0 ? { count: times } : {}),
      grade: gradeHere(this.visit()) === 'reported' ? 'reported' : 'observed',
    });
    this.lastRead.set(read.code);
  }
}
