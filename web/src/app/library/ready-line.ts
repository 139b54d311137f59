import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { libraryFeature } from './library.reducer';

/** How far this device is fetched for a place without a server. */
@Component({
  selector: 'jx-ready-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (shown(); as shown) {
      <p class="small soft" role="status">
        {{
          shown.isWhole
            ? 'All ' + shown.of + ' units are on this device: visits start without a server.'
            : 'Ready for the cellar: ' + shown.ready + ' of ' + shown.of + ' units'
        }}
      </p>
      @if (!shown.isWhole) {
        <div
          role="progressbar"
          aria-label="Units on this device"
          aria-valuemin="0"
          [attr.aria-valuemax]="shown.of"
          [attr.aria-valuenow]="shown.ready"
        >
          <div class="part" [style.width.%]="(100 * shown.ready) / shown.of"></div>
        </div>
      }
    }
  `,
  styles: `
    [role='progressbar'] {
      height: 8px;
      margin-top: 4px;
      border-radius: 4px;
      background: var(--well);
      overflow: clip;
    }
    .part {
      height: 100%;
      background: var(--accent);
    }
  `,
})
export class ReadyLine {
  /** Nothing is said once everything is here. */
  readonly isQuiet = input(false);
  private readonly ready = inject(Store).selectSignal(libraryFeature.selectReady);
  protected readonly shown = computed(() => {
    const ready = this.ready();
    if (!ready || ready.of === 0) return undefined;
    const isWhole = ready.ready === ready.of;
    return isWhole && this.isQuiet() ? undefined : { ...ready, isWhole };
  });
}
