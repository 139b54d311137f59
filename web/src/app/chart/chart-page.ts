import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  input,
  linkedSignal,
  resource,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { Button } from '../kit/button';
import { chartAsMermaid, chartAsSvg, chartProgress, jumpTo } from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { saveFile } from '../shell/save-file';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { ChartList } from '../visit/companion/chart-list';
import { openVisit } from '../visit/open-visit';
import { chartLines } from '../visit/view/chart-view';
import { ChartLayouts } from './chart-layouts';
import { ChartPicture } from './chart-picture';
import { stepCard } from './step-card';

/** The chart of a visit as a picture, with the list of its steps beside it. */
@Component({
  selector: 'jx-chart-page',
  imports: [Button, ChartList, ChartPicture, PageHeader, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-page.html',
  styleUrl: './chart-page.scss',
})
export class ChartPage {
  readonly id = input.required<string>();
  private readonly router = inject(Router);
  private readonly layouts = inject(ChartLayouts);
  private readonly document = inject(DOCUMENT);
  private readonly picture = viewChild(ChartPicture);

  private readonly opened = openVisit(this.id);
  protected readonly pinned = this.opened.pinned;
  private readonly context = this.opened.context;
  protected readonly visit = this.opened.visit;
  protected readonly openProblem = this.opened.problem;
  protected readonly words = openProblemWords;
  protected readonly procedure = computed(() => {
    const id = this.visit().procedure;
    return id === undefined ? undefined : this.context()?.procedures[id];
  });
  protected readonly layout = resource({
    params: () => this.procedure(),
    loader: ({ params }) => this.layouts.of(params),
  });
  protected readonly progress = computed(() => {
    const procedure = this.procedure();
    return procedure && chartProgress(procedure, this.visit());
  });
  protected readonly lines = computed(() => {
    const context = this.context();
    return context ? chartLines(context, this.visit()) : [];
  });
  /** Where we are is read first; another step by tapping it. */
  protected readonly selected = linkedSignal<string | undefined, string | undefined>({
    source: computed(() => this.visit().step),
    computation: () => undefined,
  });
  protected readonly card = computed(() => {
    const context = this.context();
    const id = this.selected() ?? this.visit().step;
    return context && id !== undefined ? stepCard(context, this.visit(), id) : undefined;
  });
  protected readonly canJump = computed(() => !this.visit().closed && this.card()?.id !== this.visit().step);

  protected reload(): void {
    this.opened.reload();
  }

  protected showAll(): void {
    this.picture()?.showAll();
  }

  protected zoomBy(factor: number): void {
    this.picture()?.zoomBy(factor);
  }

  protected toHere(): void {
    this.selected.set(undefined);
    this.picture()?.toNode(this.visit().step, true);
  }

  protected goTo(to: string): void {
    const context = this.opened.context();
    if (context) this.opened.record(jumpTo(context, this.opened.visit(), to));
    void this.router.navigate(['/visits', this.id()]);
  }

  protected saveSvg(): void {
    const procedure = this.procedure();
    if (!procedure || !this.layout.hasValue()) return;
    const svg = chartAsSvg(procedure.title, this.layout.value(), this.progress());
    saveFile(this.document, `${procedure.id}.svg`, 'image/svg+xml', svg);
  }

  protected saveMermaid(): void {
    const procedure = this.procedure();
    if (procedure) saveFile(this.document, `${procedure.id}.mmd`, 'text/plain', chartAsMermaid(procedure));
  }
}
