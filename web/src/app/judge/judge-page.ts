import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, resource, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Store } from '@ngrx/store';
import { Select } from '../kit/select';
import { FUNCTIONS, judgeLine, readMeter, type FreeReading, type MeterDocument } from '@juxtameter/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api/api';
import { FreeLineForm } from '../free/free-line-form';
import { LibraryActions } from '../library/library.actions';
import { libraryFeature } from '../library/library.reducer';
import { LocalStore } from '../local/local-store';
import { preferencesFeature } from '../preferences/preferences.reducer';
import { PageHeader } from '../shell/page-header';

/** One reading beside what it should be, with no visit around it; nothing of it is kept. */
@Component({
  selector: 'jx-judge-page',
  imports: [FormsModule, FreeLineForm, PageHeader, Select],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Check a reading" subtitle="Nothing is kept" back="/" />
    <main>
      <jx-free-line-form [hasPoints]="false" [canLog]="false" [(line)]="line" [judged]="judged()">
        @if (needsDead()) {
          <p class="caution">On a dead circuit only, proven dead where you measure: the meter feeds its own current.</p>
        }
      </jx-free-line-form>
      <div class="field">
        <span id="judge-meter" class="small soft">Meter, for its uncertainty</span>
        <jx-select labelledBy="judge-meter" [options]="choices()" [chosen]="meterId()" (picked)="meterId.set($event)" />
      </div>
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 18px;
      max-width: 860px;
      margin: 0 auto;
      padding: 22px;
    }
    .field {
      display: grid;
      gap: 2px;
      max-width: 420px;
    }
    .caution {
      padding: 9px 14px;
      border-radius: 12px;
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    @media (max-width: 760px) {
      main {
        padding: 14px;
      }
    }
  `,
})
export class JudgePage {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly local = inject(LocalStore);
  private readonly library = this.store.selectSignal(libraryFeature.selectLibrary);
  private readonly preferred = this.store.selectSignal(preferencesFeature.selectMeter);
  protected readonly line = signal<FreeReading>({ function: 'ac-voltage', from: '', to: '', expects: '', text: '' });
  protected readonly choices = computed(() => [
    { id: '', name: 'not known: the last digit alone' },
    ...(this.library()?.meters ?? []),
  ]);
  protected readonly meterId = linkedSignal(() => {
    const preferred = this.preferred();
    return this.choices().some(({ id }) => id === preferred) ? preferred : '';
  });
  private readonly document = resource({
    params: () => (this.meterId() === '' ? undefined : { id: this.meterId() }),
    loader: ({ params }) => this.meterDocument(params.id),
  });
  private readonly meter = computed(() => {
    const document = this.document.hasValue() ? this.document.value() : undefined;
    return document && readMeter(document);
  });
  protected readonly needsDead = computed(() => FUNCTIONS[this.line().function].needsDead);
  protected readonly judged = computed(() => judgeLine(this.line(), this.meter()));

  constructor() {
    this.store.dispatch(LibraryActions.loadRequested());
  }

  /** As this device keeps it, else from the server; with neither it is judged by the last digit alone. */
  private async meterDocument(id: string): Promise<MeterDocument | undefined> {
    const kept = await this.local.meters().catch(() => []);
    const found = kept.find((each) => each.id === id);
    return found ?? (firstValueFrom(this.api.document('meter', id)).catch(() => undefined) as Promise<MeterDocument>);
  }
}
