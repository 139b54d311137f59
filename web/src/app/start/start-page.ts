import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { Select } from '../kit/select';
import { TextArea, TextField } from '../kit/text-field';
import { PROVE_DEAD_PROCEDURE } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { historyFeature } from '../history/history.reducer';
import { unitSuspicions } from '../history/unit-suspicions';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { PreferencesActions } from '../preferences/preferences.actions';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { SuspicionList } from '../look/suspicion-list';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { VisitsActions } from '../visits/visits.actions';
import { visitsFeature } from '../visits/visits.reducer';
import { rankProcedures } from './rank-procedures';
import { FreeMachineForm } from './free-machine-form';
import { StartActions, type FreeMachine, type StartChoice } from './start.actions';
import { startFeature } from './start.reducer';

/** Unit, complaint, chart, meter: what is remembered is filled in, so that one tap starts. */
@Component({
  selector: 'jx-start-page',
  imports: [
    Button,
    FormsModule,
    FreeMachineForm,
    TextField,
    PageHeader,
    RouterLink,
    Select,
    StateMessage,
    SuspicionList,
    TextArea,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './start-page.html',
  styleUrl: './start-page.scss',
})
export class StartPage {
  private readonly store = inject(Store);
  protected readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  protected readonly problem = this.store.selectSignal(libraryFeature.selectProblem);
  protected readonly isFromTablet = this.store.selectSignal(libraryFeature.selectIsFromTablet);
  protected readonly startProblem = this.store.selectSignal(startFeature.selectProblem);
  protected readonly isStarting = this.store.selectSignal(startFeature.selectIsStarting);
  private readonly history = this.store.selectSignal(historyFeature.selectHistory);
  private readonly visits = this.store.selectSignal(visitsFeature.selectVisits);
  private readonly preferences = this.store.selectSignal(preferencesFeature.selectPreferencesState);
  protected readonly words = problemWords;

  protected readonly complaint = signal('');
  protected readonly technician = linkedSignal(() => this.preferences().technician);
  /** Somebody else stands at the machine and reports. */
  protected readonly isRemote = signal(false);
  protected readonly reporter = signal('');
  /** What was chosen by hand stays when the lists come in anew. */
  protected readonly chosenMeter = signal<string | undefined>(undefined);
  protected readonly meter = computed(() => {
    const meters = this.meters();
    const wanted = this.chosenMeter() ?? this.preferences().meter;
    return meters.find((each) => each.id === wanted)?.id ?? meters[0]?.id ?? '';
  });
  /** The unit visited last stands first and is chosen. */
  protected readonly units = computed(() => {
    const lastVisited = new Map((this.visits() ?? []).map((visit) => [visit.unit, visit.lastAt]));
    const sites = new Map((this.library()?.sites ?? []).map((site) => [site.id, site.name]));
    return (this.library()?.units ?? [])
      .map((unit) => ({ ...unit, siteName: sites.get(unit.site) ?? '', lastVisit: lastVisited.get(unit.id) ?? '' }))
      .sort((a, b) => b.lastVisit.localeCompare(a.lastVisit) || a.name.localeCompare(b.name));
  });
  protected readonly meters = computed(() => this.library()?.meters ?? []);
  protected readonly withoutChart = PROVE_DEAD_PROCEDURE;
  /** Empty for a machine that is not on file. */
  protected readonly chosenUnit = signal<string | undefined>(undefined);
  /** The unit an address asks for. */
  readonly at = input<string>();
  protected readonly unit = computed(() => this.chosenUnit() ?? this.at() ?? this.units()[0]?.id ?? '');
  protected readonly suspicions = computed(() => {
    const unit = this.units().find((each) => each.id === this.unit());
    return unit ? unitSuspicions(this.history(), unit, undefined, { now: Date.now() }, this.units()) : [];
  });
  protected readonly procedures = computed(() => {
    const unitModel = this.units().find((each) => each.id === this.unit())?.unitModel;
    return rankProcedures(this.library()?.procedures ?? [], unitModel, this.complaint());
  });

  constructor() {
    this.store.dispatch(StartActions.opened());
    this.reload();
    if (!this.visits()) this.store.dispatch(VisitsActions.loadRequested());
  }

  protected reload(): void {
    this.store.dispatch(LibraryActions.loadRequested());
  }

  protected startFree(machine: FreeMachine): void {
    this.request({ unit: '', procedure: PROVE_DEAD_PROCEDURE, machine });
  }

  protected start(procedure: string): void {
    this.request({ unit: this.unit(), procedure });
  }

  /** Intake, lamps and a watched call before any chart. */
  protected look(): void {
    this.request({ unit: this.unit() });
  }

  private reported(): Pick<StartChoice, 'reporter'> {
    return this.isRemote() ? { reporter: this.reporter().trim() || 'somebody' } : {};
  }

  private request(what: Pick<StartChoice, 'unit' | 'procedure' | 'machine'>): void {
    const technician = this.technician().trim();
    const meter = this.meter();
    this.store.dispatch(PreferencesActions.technicianNamed({ technician }));
    this.store.dispatch(PreferencesActions.meterChosen({ meter }));
    const choice = { ...what, complaint: this.complaint().trim(), meter, technician, ...this.reported() };
    this.store.dispatch(StartActions.visitRequested({ choice }));
  }
}
