import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { fittedBefore, merged, unitAsSeen } from '@juxtameter/contract';
import { HistoryActions } from '../history/history.actions';
import { historyFeature } from '../history/history.reducer';
import { unitSuspicions } from '../history/unit-suspicions';
import { KindActions } from '../kinds/kind.actions';
import { kindFeature } from '../kinds/kind.reducer';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { SuspicionList } from '../look/suspicion-list';
import { PageHeader } from '../shell/page-header';
import { TimeWords } from '../look/time-words';
import { StateMessage } from '../shell/state-message';
import { identityNames } from './identity-names';
import { UnitTimeLine } from './unit-time-line';
import { leftRunning, RESULT_WORDS } from '@juxtameter/core';
import { localDay } from '../look/local-day';

/** The file of a unit: what is suspicious, what it is, what was fitted, what happened, what is open. */
@Component({
  selector: 'jx-unit-page',
  imports: [Button, DatePipe, PageHeader, RouterLink, StateMessage, SuspicionList, TimeWords, UnitTimeLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './unit-page.html',
  styleUrl: './unit-page.scss',
})
export class UnitPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  private readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly problem = this.store.selectSignal(libraryFeature.selectProblem);
  private readonly history = this.store.selectSignal(historyFeature.selectHistory);
  private readonly histories = this.store.selectSignal(historyFeature.selectHistories);
  protected readonly isFromTablet = this.store.selectSignal(historyFeature.selectIsFromTablet);
  protected readonly isMissing = this.store.selectSignal(historyFeature.selectIsMissing);
  protected readonly hasLibrary = computed(() => this.library() !== undefined);
  protected readonly unit = computed(() => this.library()?.units.find(({ id }) => id === this.id()));
  private readonly siteId = computed(() => this.unit()?.site);
  protected readonly site = computed(() => this.library()?.sites.find(({ id }) => id === this.unit()?.site));
  protected readonly model = computed(() => this.library()?.unitModels.find(({ id }) => id === this.unit()?.unitModel));
  protected readonly hasHistory = computed(() => Object.hasOwn(this.histories() ?? {}, this.siteId() ?? ''));
  protected readonly past = computed(() => this.history()?.[this.id()] ?? []);
  protected readonly suspicions = computed(() => {
    const unit = this.unit();
    return unit ? unitSuspicions(this.history(), unit, undefined, { now: Date.now() }, this.library()?.units) : [];
  });
  protected readonly facts = computed(() => {
    const unit = this.unit();
    if (!unit) return [];
    const rows: readonly (readonly [string, string | undefined])[] = [
      ['Where', unit.location],
      ['Serial', unit.serial],
      ['Built', unit.built],
      ['Size', unit.size],
      ['Fuel', unit.fuel],
      ['Supply', unit.supply],
      ['Control', unit.control === 'communicating' ? 'talks over a link' : unit.control && 'switched terminals'],
      ['Owner', unit.owner],
      ['Documents', unit.documents],
      ['Access', unit.access],
      ['Hazards', unit.hazards],
      ['Notes', unit.notes],
    ];
    return rows.flatMap(([name, value]) => (value ? [{ name, value }] : []));
  });
  private readonly kind = this.store.selectSignal(kindFeature.selectKind);
  /** Its wiring list, once it is here. */
  private readonly drawn = computed(() => {
    const model = this.kind()?.unitModel;
    return model?.id === this.unit()?.unitModel ? model : undefined;
  });
  /** Board numbers, settings and options, as read last. */
  protected readonly identity = computed(() => {
    const unit = this.unit();
    const names = identityNames(this.drawn());
    const boards = { ...boardNumbers(unit?.boards), ...merged(this.past().map((visit) => visit.boards)) };
    const settings = { ...unit?.settings, ...merged(this.past().map((visit) => visit.settings)) };
    const { options = {}, wireColours = {} } = unit ? unitAsSeen(unit, this.past()) : {};
    return [
      ...Object.entries(boards).map(([id, value]) => ({ name: names.board(id), value })),
      ...Object.entries(settings).map(([id, value]) => ({ name: names.setting(id), value })),
      ...Object.entries(options).map(([id, value]) => ({
        name: names.option(id),
        value: value ? 'on this unit' : 'not on this unit',
      })),
      ...Object.entries(wireColours).map(([id, value]) => ({ name: names.wire(id), value: `${value} here` })),
    ];
  });
  protected readonly fitted = computed(() => {
    const unit = this.unit();
    const before = unit ? fittedBefore(unit, this.drawn()) : [];
    return [...before, ...this.past().flatMap((visit) => visit.fitted)].sort((a, b) => b.at.localeCompare(a.at));
  });
  protected readonly left = computed(() => leftRunning(this.past()));
  protected readonly today = localDay(new Date());
  protected readonly visits = computed(() =>
    [...this.past()].reverse().map((visit) => ({
      ...visit,
      complaintWords: visit.complaints
        .map(({ text, result }) => `“${text}”${result ? `, ${RESULT_WORDS[result as keyof typeof RESULT_WORDS]}` : ''}`)
        .join('; '),
      codeWords: visit.codes.map(({ code, meaning }) => (meaning ? `${code}: ${meaning}` : code)).join('; '),
      weatherWords: visit.weather.map(({ text }) => text).join('; '),
    })),
  );

  constructor() {
    this.reload();
    effect(() => {
      const site = this.siteId();
      if (site !== undefined) this.store.dispatch(HistoryActions.loadRequested({ sites: [site] }));
    });
    effect(() => {
      const unitModel = this.model()?.id;
      if (unitModel !== undefined) untracked(() => this.store.dispatch(KindActions.kindRequested({ unitModel })));
    });
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
  }
}

function boardNumbers(boards: Readonly<Record<string, { readonly number?: string }>> = {}): Record<string, string> {
  return Object.fromEntries(
    Object.entries(boards).flatMap(([id, { number }]) => (number ? [[id, number] as const] : [])),
  );
}
