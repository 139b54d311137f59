import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { formatValue, readMeter } from '@juxtameter/core';
import { problemWords } from '../api/api-problem';
import { MeterTable } from '../meter/meter-table';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { KindActions } from './kind.actions';
import { kindFeature } from './kind.reducer';

/** A meter on file: what it is built for, what it measures, how far it may be off. */
@Component({
  selector: 'jx-meter-sheet-page',
  imports: [MeterTable, PageHeader, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header [title]="meter()?.name ?? 'Meter'" [subtitle]="built()" back="/library/meters" />
    <main>
      @if (problem(); as problem) {
        <jx-state-message kind="problem" [text]="words(problem)" action="Try again" (acted)="reload()" />
      } @else if (meter(); as meter) {
        <jx-meter-table [meter]="meter" />
      } @else if (meters()) {
        <jx-state-message kind="empty" text="This meter is not on file." />
      } @else {
        <jx-state-message kind="loading" text="Fetching the meter" />
      }
    </main>
  `,
  styles: `
    main {
      max-width: 960px;
      margin: 0 auto;
      padding: 18px 22px 40px;
    }
    @media (max-width: 560px) {
      main {
        padding: 12px;
      }
    }
  `,
})
export class MeterSheetPage {
  readonly id = input.required<string>();
  private readonly store = inject(Store);
  protected readonly words = problemWords;
  protected readonly problem = this.store.selectSignal(kindFeature.selectProblem);
  protected readonly meters = this.store.selectSignal(kindFeature.selectMeters);
  protected readonly meter = computed(() => {
    const found = this.meters()?.find(({ id }) => id === this.id());
    return found && readMeter(found);
  });
  protected readonly built = computed(() => {
    const { category = '', insulationVoltages = [] } = this.meter() ?? {};
    const insulation = insulationVoltages.map((volts) => formatValue(volts, 'V')).join(', ');
    return insulation === '' ? category : `${category}, tests insulation at ${insulation}`;
  });

  constructor() {
    this.reload();
  }

  protected reload(): void {
    this.store.dispatch(KindActions.metersRequested());
  }
}
