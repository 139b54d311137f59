import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { EMPTY_VISIT } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { BoardMapView } from '../visit/board-map/board-map';
import { HazardList } from '../visit/companion/hazard-list';
import { hazardsHere } from '../visit/view/hazards-here';
import { KindActions } from './kind.actions';
import { kindFeature } from './kind.reducer';
import { readContext } from './read-context';

/** A kind of unit on file: its terminals as they sit, its charts, its supplies, what can hurt, and where it stands. */
@Component({
  selector: 'jx-kind-page',
  imports: [BoardMapView, HazardList, PageHeader, RouterLink, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './kind-page.html',
  styleUrl: './kind-page.scss',
})
export class KindPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  protected readonly words = problemWords;
  protected readonly visit = EMPTY_VISIT;
  protected readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  private readonly kind = this.store.selectSignal(kindFeature.selectKind);
  private readonly kindProblem = this.store.selectSignal(kindFeature.selectProblem);
  protected readonly listed = computed(() => this.library()?.unitModels.find(({ id }) => id === this.id()));
  protected readonly problem = computed(() => (this.library() && !this.listed() ? undefined : this.kindProblem()));
  private readonly documents = computed(() => {
    const kind = this.kind();
    return kind?.unitModel.id === this.id() ? kind : undefined;
  });
  protected readonly context = computed(() => {
    const documents = this.documents();
    return documents && readContext(documents);
  });
  protected readonly units = computed(() => {
    const { units = [], sites = [] } = this.library() ?? {};
    const names = new Map(sites.map(({ id, name }) => [id, name]));
    return units
      .filter(({ unitModel }) => unitModel === this.id())
      .map(({ id, name, site }) => ({ id, name, site: names.get(site) ?? site }));
  });
  protected readonly charts = computed(() =>
    (this.library()?.procedures ?? []).filter(({ unitModel }) => unitModel === this.id()),
  );
  protected readonly supplies = computed(() => {
    const { supplies = [], devices = [] } = this.documents()?.unitModel ?? {};
    return supplies.map(({ id, name = id, nominal, frequency, isolatedBy, plug }) => {
      const device = devices.find((each) => each.id === isolatedBy)?.name ?? isolatedBy;
      const off = plug ?? device;
      return { id, name, words: [nominal, frequency, off && `off at ${off}`].filter(Boolean).join(', ') };
    });
  });
  protected readonly hazards = computed(() => hazardsHere(this.context(), EMPTY_VISIT, undefined, []));

  constructor() {
    this.store.dispatch(LibraryActions.loadRequested());
    effect(() => {
      const unitModel = this.id();
      untracked(() => this.store.dispatch(KindActions.kindRequested({ unitModel })));
    });
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
    this.store.dispatch(KindActions.kindRequested({ unitModel: this.id() }));
  }
}
