import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { isGeneral } from '@juxtameter/contract';
import { EMPTY_VISIT, type VisitState } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { ChartBoard } from '../chart/chart-board';
import { Button } from '../kit/button';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { KindActions } from './kind.actions';
import { kindFeature } from './kind.reducer';
import { readContext } from './read-context';

/** A chart read before, or without, a visit. */
@Component({
  selector: 'jx-chart-sheet-page',
  imports: [Button, ChartBoard, PageHeader, RouterLink, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header [title]="listed()?.title ?? 'Chart'" [subtitle]="model()?.name ?? ''" back="/library/charts" />
    @if (problem(); as problem) {
      <div class="message">
        <jx-state-message kind="problem" [text]="words(problem)" action="Try again" (acted)="reload()" />
      </div>
    } @else if (read(); as read) {
      <jx-chart-board [context]="read.context" [visit]="visit()" [procedure]="read.procedure">
        @if (units().length > 0) {
          <a jxButton routerLink="/start" [queryParams]="start()">Start a visit</a>
        }
        @if (isProvable()) {
          <a jxButton kind="secondary" routerLink="proof">Prove this chart</a>
        }
      </jx-chart-board>
    } @else if (library() && !listed()) {
      <div class="message"><jx-state-message kind="empty" text="This chart is not on file." /></div>
    } @else {
      <div class="message"><jx-state-message kind="loading" text="Fetching the chart" /></div>
    }
  `,
  styleUrl: '../chart/chart-host.scss',
})
export class ChartSheetPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  protected readonly words = problemWords;
  protected readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  private readonly kind = this.store.selectSignal(kindFeature.selectKind);
  private readonly kindProblem = this.store.selectSignal(kindFeature.selectProblem);
  private readonly libraryProblem = this.store.selectSignal(libraryFeature.selectProblem);
  protected readonly problem = computed(
    () => this.kindProblem() ?? (this.library() ? undefined : this.libraryProblem()),
  );
  protected readonly listed = computed(() => this.library()?.procedures.find(({ id }) => id === this.id()));
  /** The kind of unit it is walked at. One for any kind is read at the first there is. */
  protected readonly model = computed(() => {
    const [listed, library] = [this.listed(), this.library()];
    if (!listed || !library) return undefined;
    return isGeneral(listed) ? library.unitModels[0] : library.unitModels.find(({ id }) => id === listed.unitModel);
  });
  protected readonly units = computed(() =>
    (this.library()?.units ?? []).filter(({ unitModel }) => unitModel === this.listed()?.unitModel),
  );
  /** It says its complaint, so that a simulated unit can make it. */
  protected readonly isProvable = computed(() => this.read()?.procedure.scope !== undefined);
  protected readonly start = computed(() => (this.units().length === 1 ? { at: this.units()[0]?.id } : {}));
  protected readonly read = computed(() => {
    const kind = this.kind();
    if (kind?.unitModel.id !== this.model()?.id || !kind) return undefined;
    const context = readContext(kind, this.id());
    const procedure = context.procedures[this.id()];
    return procedure ? { context, procedure } : undefined;
  });
  protected readonly visit = computed<VisitState>(() => ({ ...EMPTY_VISIT, procedure: this.id() }));

  constructor() {
    this.store.dispatch(LibraryActions.loadRequested());
    effect(() => {
      const id = this.model()?.id;
      if (id !== undefined) untracked(() => this.fetch(id));
    });
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
    this.fetch(this.model()?.id);
  }

  private fetch(unitModel: string | undefined): void {
    if (unitModel !== undefined) this.store.dispatch(KindActions.kindRequested({ unitModel }));
  }
}
