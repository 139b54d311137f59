import { GradeWords } from '../visit/view/grade-words';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  input,
} from '@angular/core';
import type { VisitDocument } from '@juxtameter/contract';
import { baseName, VISIT_EXPORTS, type VisitExport } from '@juxtameter/contract/check';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import {
  alteredWords,
  closingWords,
  findingAccounts,
  guardsOfRecord,
  minutesOf,
  monitorOutcome,
  monitorsOf,
  openPointsOf,
  terminalLabel,
  workCounts,
  workWords,
} from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { BeforeSection } from './before-section';
import { PapersCard } from '../papers/papers-card';
import type { PaperVisit } from '../papers/write-paper';
import { PhotoSection } from './photo-section';
import { SignedSection } from './signed-section';
import { RepairSection } from './repair-section';
import { RowBar } from '../juxta/row-bar';
import { verdictColour } from '../juxta/verdict-colour';
import { VerdictGlyph } from '../juxta/verdict-glyph';
import { TimeWords } from '../look/time-words';
import { saveFile } from '../shell/save-file';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { classWords } from '../visit/step/conclusion-step';
import { StripChart } from '../long-watch/strip-chart';
import { EvidenceList } from '../visit/step/evidence-list';
import { GuardList } from '../visit/step/guard-list';
import { VisitActions } from '../visit/store/visit.actions';
import { visitFeature } from '../visit/store/visit.reducer';
import { logRows } from '../visit/view/log-rows';
import { VerdictWord } from '../juxta/verdict-word';

/** What is handed over: finding, evidence, every reading with its bar, open jumpers. Prints on A4 or letter. */
@Component({
  selector: 'jx-report-page',
  imports: [
    GradeWords,
    BeforeSection,
    PhotoSection,
    RepairSection,
    SignedSection,
    Button,
    EvidenceList,
    GuardList,
    PageHeader,
    PapersCard,
    RowBar,
    StateMessage,
    StripChart,
    TimeWords,
    VerdictGlyph,
    VerdictWord,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './report-page.html',
  styleUrl: './report-page.scss',
})
export class ReportPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  protected readonly pinned = this.store.selectSignal(visitFeature.selectPinned);
  protected readonly context = this.store.selectSignal(visitFeature.selectContext);
  protected readonly visit = this.store.selectSignal(visitFeature.selectVisit);
  protected readonly problem = this.store.selectSignal(visitFeature.selectOpenProblem);
  private readonly document = inject(DOCUMENT);
  private readonly events = this.store.selectSignal(visitFeature.selectEvents);
  protected readonly pending = this.store.selectSignal(visitFeature.selectPending);
  protected readonly words = openProblemWords;
  protected readonly colour = verdictColour;

  protected readonly rows = computed(() => {
    const context = this.context();
    return context ? logRows(context, this.visit()) : [];
  });
  protected readonly readings = computed(() =>
    this.rows().filter((row) => row.kind === 'reading' || row.kind === 'proof'),
  );
  protected readonly course = computed(() =>
    this.rows().filter((row) => row.kind !== 'reading' && row.kind !== 'proof'),
  );
  protected readonly findings = computed(() => {
    const context = this.context();
    return context
      ? findingAccounts(context, this.visit()).map((account) => ({
          ...account,
          className: classWords(account.finding.class),
        }))
      : [];
  });
  /** Where nothing is named yet, what stands in the way of naming anything. */
  protected readonly unnamed = computed(() => {
    const context = this.context();
    if (!context || this.visit().findings.length > 0) return undefined;
    const { trail } = this.visit();
    return {
      traps: guardsOfRecord(context, this.visit()),
      open: [...new Set(openPointsOf(context, trail, new Set()).map(({ words }) => words))],
    };
  });
  protected readonly workWords = computed(() => workWords(workCounts(this.visit()), minutesOf(this.visit())));
  protected readonly monitors = computed(() => {
    const context = this.context();
    if (!context) return [];
    return monitorsOf(context, this.visit()).map((monitor) => ({
      monitor,
      outcome: monitorOutcome(context, monitor),
      points: `${terminalLabel(context.model, monitor.started.from)} to ${terminalLabel(context.model, monitor.started.to)}`,
    }));
  });
  protected readonly alterations = computed(() => {
    const context = this.context();
    return context ? alteredWords(context, this.visit()) : [];
  });
  private readonly file = computed((): VisitDocument | undefined => {
    const pinned = this.pinned();
    return pinned && { format: 'juxtameter/visit', version: 1, id: this.id(), pinned, events: this.events() };
  });
  protected readonly papers = computed((): PaperVisit | undefined => {
    const [file, context] = [this.file(), this.context()];
    return file && context && { pinned: file.pinned, context, state: this.visit(), baseName: baseName(file) };
  });
  protected readonly exports = computed(() => {
    const file = this.file();
    return file ? VISIT_EXPORTS.filter(({ nothing }) => nothing?.(file) === undefined) : [];
  });
  protected readonly technicians = computed(() =>
    [
      ...new Set(
        this.visit()
          .trail.map((line) => line.event.by)
          .filter((by) => by !== ''),
      ),
    ].join(', '),
  );
  protected readonly meter = computed(() => {
    const meter = this.context()?.meters[this.visit().meter ?? ''];
    return meter ? `${meter.name}, ${meter.category}` : 'not named';
  });
  protected readonly times = computed(() => {
    const trail = this.visit().trail;
    return {
      first: trail[0]?.event,
      last: trail.at(-1)?.event,
      isDoubtful: trail.some((line) => line.clockDoubtful),
    };
  });

  /** How the machine was left, and what was said where nothing was named. */
  protected readonly left = computed(() => closingWords(this.visit()));

  constructor() {
    // Later pages say of which unit they are: a margin takes its words from a style sheet alone.
    const sheet = new CSSStyleSheet();
    this.document.adoptedStyleSheets.push(sheet);
    effect(() => {
      const { unit, site } = this.pinned() ?? {};
      const words = [unit?.name, site?.name, unit?.serial].filter(Boolean).join(' · ');
      sheet.replaceSync(`@page { @top-left { content: ${cssString(words)}; font: 10pt sans-serif; } }`);
    });
    inject(DestroyRef).onDestroy(() => {
      this.document.adoptedStyleSheets = this.document.adoptedStyleSheets.filter((each) => each !== sheet);
    });
    effect(() => {
      this.store.dispatch(VisitActions.openRequested({ id: this.id() }));
    });
  }

  protected save({ fileName, type, write }: VisitExport): void {
    const visit = this.file();
    if (visit) saveFile(this.document, fileName(visit), type, write(visit));
  }

  protected print(): void {
    window.print();
  }

  protected reload(): void {
    this.store.dispatch(VisitActions.openRequested({ id: this.id() }));
  }
}

/** Words as a string of a style sheet; nothing in them ends it. */
function cssString(words: string): string {
  return `"${words.replaceAll(/["\\\n\r\f]/g, (sign) => `\\${sign.codePointAt(0)?.toString(16) ?? ''} `)}"`;
}
