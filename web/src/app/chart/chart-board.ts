import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DOCUMENT,
  inject,
  input,
  linkedSignal,
  output,
  resource,
  viewChild,
} from '@angular/core';
import {
  chartAsMermaid,
  chartAsSvg,
  chartProgress,
  type ProcedureDocument,
  type VisitContext,
  type VisitState,
} from '@juxtameter/core';
import { Button } from '../kit/button';
import { saveFile } from '../shell/save-file';
import { StateMessage } from '../shell/state-message';
import { ChartList } from '../visit/companion/chart-list';
import { chartLines } from '../visit/view/chart-view';
import { ChartLayouts } from './chart-layouts';
import { ChartPicture } from './chart-picture';
import { stepCard, type StepCard } from './step-card';

/** A chart as a picture, with the step that is read and the list of all steps beside it. */
@Component({
  selector: 'jx-chart-board',
  imports: [Button, ChartList, ChartPicture, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './chart-board.html',
  styleUrl: './chart-board.scss',
})
export class ChartBoard {
  readonly context = input.required<VisitContext>();
  /** How far the chart was walked; an empty visit where it is only read. */
  readonly visit = input.required<VisitState>();
  readonly procedure = input.required<ProcedureDocument>();
  readonly canJump = input(false);
  readonly jumped = output<string>();
  private readonly layouts = inject(ChartLayouts);
  private readonly document = inject(DOCUMENT);
  private readonly picture = viewChild(ChartPicture);

  protected readonly layout = resource({
    params: () => this.procedure(),
    loader: ({ params }) => this.layouts.of(params),
  });
  protected readonly progress = computed(() => chartProgress(this.procedure(), this.visit()));
  protected readonly lines = computed(() => chartLines(this.context(), this.visit()));
  /** Where we are is read first; another step by tapping it. */
  protected readonly selected = linkedSignal<string | undefined, string | undefined>({
    source: computed(() => this.visit().step),
    computation: () => undefined,
  });
  protected readonly card = computed(() =>
    stepCard(this.context(), this.visit(), this.selected() ?? this.visit().step ?? this.procedure().start),
  );

  protected standing({ id, outcome }: StepCard): string {
    if (this.visit().trail.length === 0) return '';
    if (id === this.visit().step) return 'Here';
    return outcome === '' ? 'Not done' : `Done: ${outcome}`;
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

  protected saveSvg(): void {
    if (!this.layout.hasValue()) return;
    const { id, title } = this.procedure();
    saveFile(this.document, `${id}.svg`, 'image/svg+xml', chartAsSvg(title, this.layout.value(), this.progress()));
  }

  protected saveMermaid(): void {
    saveFile(this.document, `${this.procedure().id}.mmd`, 'text/plain', chartAsMermaid(this.procedure()));
  }
}
