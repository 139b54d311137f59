import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  DOCUMENT,
  effect,
  inject,
  input,
  linkedSignal,
  resource,
  viewChild,
} from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { ButtonModule } from 'primeng/button';
import { chartAsMermaid, chartAsSvg, chartProgress } from '@juxtameter/core';
import { openProblemWords } from '../api/api-problem';
import { saveFile } from '../shell/save-file';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { ChartList } from '../visit/companion/chart-list';
import { VisitActions } from '../visit/store/visit.actions';
import { visitFeature } from '../visit/store/visit.reducer';
import { chartLines } from '../visit/view/chart-view';
import { ChartLayouts } from './chart-layouts';
import { ChartPicture } from './chart-picture';
import { stepCard } from './step-card';

/** The chart of a visit as a picture, with the list of its steps beside it. */
@Component({
  selector: 'jx-chart-page',
  imports: [ButtonModule, ChartList, ChartPicture, PageHeader, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-page.html',
  styleUrl: './chart-page.scss',
})
export class ChartPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly layouts = inject(ChartLayouts);
  private readonly document = inject(DOCUMENT);
  private readonly picture = viewChild(ChartPicture);

  protected readonly pinned = this.store.selectSignal(visitFeature.selectPinned);
  private readonly context = this.store.selectSignal(visitFeature.selectContext);
  protected readonly visit = this.store.selectSignal(visitFeature.selectVisit);
  protected readonly openProblem = this.store.selectSignal(visitFeature.selectOpenProblem);
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

  constructor() {
    effect(() => this.store.dispatch(VisitActions.openRequested({ id: this.id() })));
    inject(DestroyRef).onDestroy(() => this.store.dispatch(VisitActions.left()));
  }

  protected reload(): void {
    this.store.dispatch(VisitActions.openRequested({ id: this.id() }));
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
    this.store.dispatch(VisitActions.factRecorded({ body: { type: 'step-jumped', to } }));
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
