import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import type { BlinkReading, Press } from '@juxtameter/core';

const WIDTH = 640;

/** The taps as the reader took them: flashes, pauses, and those it left out. */
@Component({
  selector: 'jx-tap-trace',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-hidden': 'true' },
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' 44'" preserveAspectRatio="none">
      <path class="axis" [attr.d]="'M0 40H' + width" />
      @for (tap of taps(); track $index) {
        <path [class]="tap.kind" [attr.d]="'M' + tap.x + ' 40V' + (tap.kind === 'doubled' ? 28 : 8)" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: 44px;
    }
    path {
      fill: none;
      stroke: var(--accent);
      stroke-width: 4;
    }
    .axis {
      stroke: var(--soft-ink);
      stroke-width: 1;
    }
    .after-pause,
    .after-long-pause {
      stroke: var(--ink);
    }
    .doubled {
      stroke: var(--high);
      stroke-dasharray: 3 3;
    }
  `,
})
export class TapTrace {
  readonly presses = input.required<readonly Press[]>();
  readonly reading = input.required<BlinkReading>();
  protected readonly width = WIDTH;
  protected readonly taps = computed(() => {
    const presses = this.presses();
    const first = presses[0]?.down ?? 0;
    const last = Math.max(presses.at(-1)?.down ?? 0, first + 4000);
    const scale = scaleLinear([first, last], [6, WIDTH - 6]);
    const kinds = this.reading().taps;
    return presses.map(({ down }, index) => ({ x: scale(down), kind: kinds[index] ?? 'flash' }));
  });
}
