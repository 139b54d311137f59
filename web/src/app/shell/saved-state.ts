import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SwUpdate } from '@angular/service-worker';
import { Store } from '@ngrx/store';
import { filter } from 'rxjs';
import { version } from '../../../../package.json';
import { photoFeature } from '../photos/photo.reducer';
import { savedWords } from '../sync/saved-words';
import { ServerEra } from '../sync/server-era';
import { SyncActions } from '../sync/sync.actions';
import { syncFeature } from '../sync/sync.reducer';

/** What is saved where, over all visits, and whether a newer page is ready. */
@Component({
  selector: 'jx-saved-state',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="small" [class.caution]="saved().isCaution" aria-live="polite">
      {{ saved().text }}
      @if (waiting() + photos() > 0) {
        <button type="button" (click)="deliver()">Send now</button>
      }
    </p>
    @if (otherVersion(); as server) {
      <p class="small">This page is version {{ page }}, the server {{ server }}.</p>
    }
    @if (isNewer()) {
      <p class="small">A newer Juxtameter is ready. <button type="button" (click)="reload()">Load it</button></p>
    }
  `,
  styles: `
    :host {
      display: grid;
      justify-items: end;
      gap: 4px;
      max-width: 420px;
    }
    p {
      padding: 5px 11px;
      border-radius: 10px;
      background: var(--well);
      font-weight: 550;
      text-align: right;
    }
    .caution {
      background: var(--caution-ground);
      color: var(--caution-ink);
    }
    button {
      min-height: var(--touch);
      padding: 0 10px;
      border: 0;
      background: none;
      color: inherit;
      font: inherit;
      text-decoration: underline;
      cursor: pointer;
    }
    @media (max-width: 560px) {
      :host {
        justify-items: start;
        max-width: none;
      }
      p {
        text-align: left;
      }
    }
  `,
})
export class SavedState {
  private readonly store = inject(Store);
  private readonly updates = inject(SwUpdate, { optional: true });
  protected readonly waiting = this.store.selectSignal(syncFeature.selectWaitingInAll);
  private readonly refusals = this.store.selectSignal(syncFeature.selectRefusals);
  private readonly isServerReached = this.store.selectSignal(syncFeature.selectIsServerReached);
  private readonly storageProblem = this.store.selectSignal(syncFeature.selectStorageProblem);
  private readonly apart = this.store.selectSignal(syncFeature.selectApart);
  protected readonly photos = this.store.selectSignal(photoFeature.selectWaiting);
  private readonly serverSays = this.store.selectSignal(syncFeature.selectServerSays);
  protected readonly page = version;
  private readonly era = inject(ServerEra);
  /** A page that was kept on this device may be older than the server it meets. */
  protected readonly otherVersion = computed(() => (this.era.version() === version ? undefined : this.era.version()));
  protected readonly isNewer = signal(false);
  protected readonly saved = computed(() =>
    savedWords({
      waiting: this.waiting(),
      isServerReached: this.isServerReached(),
      refusal: Object.values(this.refusals())[0],
      storageProblem: this.storageProblem(),
      serverSays: this.serverSays(),
      apart: this.apart(),
      photos: this.photos(),
    }),
  );

  constructor() {
    this.updates?.versionUpdates
      .pipe(
        filter((event) => event.type === 'VERSION_READY'),
        takeUntilDestroyed(),
      )
      .subscribe(() => this.isNewer.set(true));
    effect(() => {
      if (this.otherVersion() !== undefined) void this.updates?.checkForUpdate().catch(() => false);
    });
  }

  protected deliver(): void {
    for (const visit of Object.keys(this.refusals())) this.store.dispatch(SyncActions.visitChanged({ visit }));
    this.store.dispatch(SyncActions.deliveryRequested());
  }

  protected reload(): void {
    location.reload();
  }
}
