import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { problemWords } from '../api/api-problem';
import { Button } from '../kit/button';
import { Choice } from '../kit/choice';
import { EndNear } from '../kit/end-near';
import { TextField } from '../kit/text-field';
import { hasWords } from '../shell/has-words';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { VisitsActions } from '../visits/visits.actions';
import { visitsFeature } from '../visits/visits.reducer';
import { LibraryActions } from './library.actions';
import { libraryFeature } from './library.reducer';
import { ReadyLine } from './ready-line';
import { firstOf, listedUnits, unitGroups } from './units-by-site';

type Shelf = 'units' | 'sites' | 'models' | 'charts' | 'meters';

const SHELVES: readonly { readonly id: Shelf; readonly name: string }[] = [
  { id: 'units', name: 'Units' },
  { id: 'sites', name: 'Sites' },
  { id: 'models', name: 'Kinds of unit' },
  { id: 'charts', name: 'Charts' },
  { id: 'meters', name: 'Meters' },
];

const DRAWN = 60;

/** Everything that is on file, searchable: sites with their units, kinds of unit, charts, meters. */
@Component({
  selector: 'jx-library-page',
  imports: [Button, Choice, EndNear, PageHeader, ReadyLine, RouterLink, StateMessage, TextField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './library-page.html',
  styleUrl: './library-page.scss',
})
export class LibraryPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  /** The shelf an address asks for. */
  readonly shelf = input<string>();
  protected readonly shelves = SHELVES;
  protected readonly chosen = linkedSignal<Shelf>(() => SHELVES.find(({ id }) => id === this.shelf())?.id ?? 'units');
  protected readonly search = signal('');
  private readonly drawn = linkedSignal({
    source: () => `${this.chosen()} ${this.search()}`,
    computation: () => DRAWN,
  });
  protected readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly problem = this.store.selectSignal(libraryFeature.selectProblem);
  protected readonly isFromTablet = this.store.selectSignal(libraryFeature.selectIsFromTablet);
  private readonly visits = this.store.selectSignal(visitsFeature.selectRecent);
  protected readonly words = problemWords;
  private readonly groups = computed(() => unitGroups(listedUnits(this.library(), this.visits() ?? []), this.search()));
  protected readonly units = computed(() => firstOf(this.groups(), this.drawn()));
  protected readonly sites = computed(() => {
    const { sites = [], units = [] } = this.library() ?? {};
    return sites
      .map((each) => ({ ...each, units: units.filter(({ site }) => site === each.id).length }))
      .filter(({ name, address = '' }) => this.isFound(name, address));
  });
  private readonly modelNames = computed(() => new Map(this.library()?.unitModels.map(({ id, name }) => [id, name])));
  protected readonly models = computed(() => {
    const { unitModels = [], units = [], procedures = [] } = this.library() ?? {};
    return unitModels
      .map(({ id, name }) => ({
        id,
        name,
        units: units.filter(({ unitModel }) => unitModel === id),
        charts: procedures.filter(({ unitModel }) => unitModel === id).map(({ title }) => title),
      }))
      .filter(({ name, charts }) => this.isFound(name, ...charts));
  });
  protected readonly charts = computed(() =>
    (this.library()?.procedures ?? [])
      .map((each) => ({ ...each, model: this.modelNames().get(each.unitModel) ?? each.unitModel }))
      .filter(({ title, model, complaints }) => this.isFound(title, model, ...complaints)),
  );
  protected readonly meters = computed(() =>
    (this.library()?.meters ?? []).filter(({ name, category }) => this.isFound(name, category)),
  );
  protected readonly isEmpty = computed(
    () =>
      ({
        units: this.groups(),
        sites: this.sites(),
        models: this.models(),
        charts: this.charts(),
        meters: this.meters(),
      })[this.chosen()].length === 0,
  );

  constructor() {
    this.reload();
    if (!this.visits()) this.store.dispatch(VisitsActions.loadRequested());
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
  }

  /** The address tells the shelf, so that the way back from what was opened leads to it. */
  protected turnTo(shelf: Shelf): void {
    void this.router.navigate(['/library', shelf], { replaceUrl: true });
  }

  protected ofSite(name: string): void {
    this.search.set(name);
    this.turnTo('units');
  }

  protected drawMore(): void {
    this.drawn.update((drawn) => drawn + DRAWN);
  }

  private isFound(...words: readonly string[]): boolean {
    return hasWords(words.join(' '), this.search());
  }
}
