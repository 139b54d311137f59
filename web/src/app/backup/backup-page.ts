import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { Button } from '../kit/button';
import { LongWork } from '../kit/long-work';
import { PageHeader } from '../shell/page-header';
import { StateMessage } from '../shell/state-message';
import { BackupActions } from './backup.actions';
import { backupFeature } from './backup.reducer';

/** Everything stored, as one file on this device. */
@Component({
  selector: 'jx-backup-page',
  imports: [Button, LongWork, PageHeader, StateMessage],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <jx-page-header title="Backup" subtitle="Everything stored, as one file" back="/" />
    <main class="page">
      <p>
        Sites, units, charts, meters and every visit with its whole log, in open formats: a ZIP file that any tool
        reads. Keep it on another disk than the server's. What waits on a tablet is not in it yet.
      </p>
      @switch (standing()) {
        @case ('running') {
          <jx-long-work
            [text]="text()"
            [done]="progress().files"
            [of]="progress().of || undefined"
            (stopped)="stop()"
          />
        }
        @case ('failed') {
          <jx-state-message
            kind="problem"
            text="The backup did not come whole, so nothing was saved. Is the server in reach?"
            action="Try again"
            (acted)="make()"
          />
        }
        @case ('saved') {
          <jx-state-message kind="empty" [text]="savedText()" action="Make another" (acted)="make()" />
        }
        @default {
          @if (standing() === 'stopped') {
            <p role="status">Stopped: no file was saved.</p>
          }
          <button jxButton type="button" (click)="make()">Make a backup</button>
        }
      }
      <p class="small soft">
        It is brought back into an empty data folder: <span class="mono">npm run -s juxta -- restore FILE.zip</span>
      </p>
    </main>
  `,
  styles: `
    .page {
      display: grid;
      justify-items: start;
      gap: 16px;
      max-width: 70ch;
      margin: 0 auto;
      padding: 22px;
    }
    jx-long-work,
    jx-state-message {
      width: 100%;
    }
    button {
      min-height: var(--touch);
    }
    .mono {
      overflow-wrap: anywhere;
    }
  `,
})
export class BackupPage {
  private readonly store = inject(Store);
  protected readonly standing = this.store.selectSignal(backupFeature.selectStanding);
  protected readonly progress = this.store.selectSignal(backupFeature.selectProgress);
  private readonly name = this.store.selectSignal(backupFeature.selectName);
  protected readonly text = computed(() => {
    const { bytes, files, of } = this.progress();
    const size = megabytes(bytes);
    return of > 0 ? `${files} of ${of} files, ${size}` : `Getting it together, ${size} so far`;
  });
  protected readonly savedText = computed(
    () => `${this.name()}: ${this.progress().of} files, ${megabytes(this.progress().bytes)}, among your downloads.`,
  );

  constructor() {
    this.store.dispatch(BackupActions.opened());
  }

  protected make(): void {
    this.store.dispatch(BackupActions.requested());
  }

  protected stop(): void {
    this.store.dispatch(BackupActions.stopped());
  }
}

function megabytes(bytes: number): string {
  return `${(bytes / 1e6).toFixed(1)} MB`;
}
