import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { EndNear } from '../kit/end-near';
import { Select } from '../kit/select';
import { TextArea, TextField } from '../kit/text-field';
import { PROVE_DEAD_PROCEDURE } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { HistoryActions } from '../history/history.actions';
import { historyFeature } from '../history/history.reducer';
import { unitSuspicions } from '../history/unit-suspicions';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { ReadyLine } from '../library/ready-line';
import { firstOf, listedUnits, unitGroups } from '../library/units-by-site';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { SuspicionList } from '../look/suspicion-list';
import { TimeWords } from '../look/time-words';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { VisitsActions } from '../visits/visits.actions';
import { openAt, visitsFeature } from '../visits/visits.reducer';
import { rankProcedures } from './rank-procedures';
import { FreeMachineForm } from './free-machine-form';
import { StartActions, type FreeMachine, type StartChoice, type StartDraft } from './start.actions';
import { startFeature } from './start.reducer';

/** Units drawn at first, and with every step towards the end of the list. */
const DRAWN = 40;

/** Unit, complaint, chart, meter: what is known of the technician is filled in, the machine is always chosen. */
@Component({
  selector: 'jx-start-page',
  imports: [
    Button,
    EndNear,
    FormsModule,
    FreeMachineForm,
    TextField,
    PageHeader,
    ReadyLine,
    RouterLink,
    Select,
    StateMessage,
    SuspicionList,
    TextArea,
    TimeWords,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './start-page.html',
  styleUrl: './start-page.scss',
})
export class StartPage {
  private readonly store = inject(Store);
  private readonly injector = inject(Injector);
  private readonly box = viewChild<ElementRef<HTMLInputElement>>('box');
  private readonly other = viewChild<ElementRef<HTMLButtonElement>>('other');
  protected readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly problem = this.store.selectSignal(libraryFeature.selectProblem);
  protected readonly isFromTablet = this.store.selectSignal(libraryFeature.selectIsFromTablet);
  protected readonly startProblem = this.store.selectSignal(startFeature.selectProblem);
  protected readonly isStarting = this.store.selectSignal(startFeature.selectIsStarting);
  private readonly history = this.store.selectSignal(historyFeature.selectHistory);
  private readonly visits = this.store.selectSignal(visitsFeature.selectRecent);
  private readonly listed = this.store.selectSignal(visitsFeature.selectVisitsState);
  private readonly preferences = this.store.selectSignal(preferencesFeature.selectPreferencesState);
  protected readonly words = problemWords;

  protected readonly draft = this.store.selectSignal(startFeature.selectDraft);
  protected readonly technician = linkedSignal(() => this.preferences().technician);
  /** What was chosen by hand stays when the lists come in anew. */
  protected readonly chosenMeter = signal<string | undefined>(undefined);
  protected readonly meter = computed(() => {
    const meters = this.meters();
    const wanted = this.chosenMeter() ?? this.preferences().meter;
    return meters.find((each) => each.id === wanted)?.id ?? meters[0]?.id ?? '';
  });
  protected readonly units = computed(() => listedUnits(this.library(), this.visits() ?? []));
  private readonly groups = computed(() => unitGroups(this.units(), this.draft().search));
  private readonly drawn = linkedSignal({ source: () => this.draft().search, computation: () => DRAWN });
  protected readonly shown = computed(() => firstOf(this.groups(), this.drawn()));
  protected readonly meters = computed(() => this.library()?.meters ?? []);
  protected readonly withoutChart = PROVE_DEAD_PROCEDURE;
  /** The unit an address asks for. */
  readonly at = input<string>();
  /** Nothing is chosen by itself: the wrong machine is soon under the hands. */
  protected readonly unit = computed(() => this.draft().unit);
  protected readonly chosen = computed(() => this.units().find(({ id }) => id === this.unit()));
  private readonly chosenId = computed(() => this.chosen()?.id);
  private readonly siteId = computed(() => this.chosen()?.site);
  /** The address names a unit that is not on file. */
  protected readonly isUnknown = computed(
    () => this.library() !== undefined && Boolean(this.unit()) && this.chosen() === undefined,
  );
  /** Visits of the chosen unit that somebody has not closed. */
  protected readonly unfinished = computed(() => openAt(this.chosenId() ?? '', this.listed()));
  /** Nobody could be asked what others have open there. */
  protected readonly isOpenUnknown = computed(() => {
    const { ofUnit } = this.listed();
    return ofUnit !== undefined && ofUnit.unit === this.chosenId() && ofUnit.visits === undefined;
  });
  protected readonly suspicions = computed(() => {
    const unit = this.chosen();
    return unit ? unitSuspicions(this.history(), unit, undefined, { now: Date.now() }, this.units()) : [];
  });
  protected readonly procedures = computed(() =>
    rankProcedures(this.library()?.procedures ?? [], this.chosen()?.unitModel, this.draft().complaint),
  );

  constructor() {
    this.store.dispatch(StartActions.opened());
    effect(() => {
      const unit = this.at();
      if (unit !== undefined) untracked(() => this.change({ unit }));
    });
    effect(() => {
      const unit = this.chosenId();
      if (unit !== undefined) this.store.dispatch(VisitsActions.unitAsked({ unit }));
    });
    // What is suspicious at the chosen unit, and what a visit to it begins with, follow from its earlier visits.
    effect(() => {
      const site = this.siteId();
      if (site !== undefined) this.store.dispatch(HistoryActions.loadRequested({ sites: [site] }));
    });
    this.reload();
    if (!this.visits()) this.store.dispatch(VisitsActions.loadRequested());
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
  }

  protected change(draft: Partial<StartDraft>): void {
    this.store.dispatch(StartActions.draftChanged({ draft }));
  }

  /** What was tapped is gone with the list: the keys go on from what took its place. */
  protected choose(unit: string | undefined): void {
    this.change({ unit });
    const place = () => (unit === undefined ? this.box() : this.other());
    afterNextRender(() => place()?.nativeElement.focus({ preventScroll: true }), { injector: this.injector });
  }

  protected drawMore(): void {
    this.drawn.update((drawn) => drawn + DRAWN);
  }

  protected startFree(machine: FreeMachine): void {
    this.request({ unit: '', procedure: PROVE_DEAD_PROCEDURE, machine });
  }

  protected start(procedure: string): void {
    this.request({ unit: this.unit() ?? '', procedure });
  }

  /** Intake, lamps and a watched call before any chart. */
  protected look(): void {
    this.request({ unit: this.unit() ?? '' });
  }

  private reported(): Pick<StartChoice, 'reporter'> {
    const { isRemote, reporter } = this.draft();
    return isRemote ? { reporter: reporter.trim() || 'somebody' } : {};
  }

  private request(what: Pick<StartChoice, 'unit' | 'procedure' | 'machine'>): void {
    const technician = this.technician().trim();
    const meter = this.meter();
    this.store.dispatch(PreferencesActions.technicianNamed({ technician }));
    this.store.dispatch(PreferencesActions.meterChosen({ meter }));
    const choice = { ...what, complaint: this.draft().complaint.trim(), meter, technician, ...this.reported() };
    this.store.dispatch(StartActions.visitRequested({ choice }));
  }
}
