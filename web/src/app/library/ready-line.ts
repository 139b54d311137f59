import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { Progress } from '../kit/progress';
import { libraryFeature } from './library.reducer';

/** How far this device is fetched for a place without a server. */
@Component({
  selector: 'jx-ready-line',
  imports: [Progress],
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
        <jx-progress label="Units on this device" [done]="shown.ready" [of]="shown.of" />
      }
    }
  `,
  styles: `
    jx-progress {
      margin-top: 4px;
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
