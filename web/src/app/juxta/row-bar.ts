import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Verdict } from '@juxtameter/core';
import { juxtaAxis, type JuxtaInput } from './juxta-axis';
import { verdictColour } from './verdict-colour';

const WIDTH = 150;

/** Slot and mark without words, for a line of the log, a table or the report. */
@Component({
  selector: 'jx-row-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-hidden': 'true' },
  template: `
    <svg
      [attr.viewBox]="'-4 0 ' + (width + 8) + ' 24'"
      [attr.width]="width"
      height="24"
      [style.--verdict-colour]="colour()"
    >
      @for (segment of axis().segments; track $index) {
        <path class="axis" [attr.d]="'M' + segment.x0 + ' 12H' + segment.x1" />
      }
      @if (axis().breakAt; as at) {
        <path class="axis" [attr.d]="'M' + (at - 4) + ' 17l3 -10 M' + (at + 1) + ' 17l3 -10'" />
      }
      @if (axis().slot; as slot) {
        <rect class="slot" [attr.x]="slot.x0" y="6" [attr.width]="slot.x1 - slot.x0" height="12" rx="3" />
      }
      @if (axis().mark !== undefined) {
        <path class="mark" [attr.d]="'M' + axis().mark + ' 3v18'" />
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
    }
    svg {
      display: block;
      max-width: 100%;
    }
    .axis {
      stroke: var(--soft-ink);
      stroke-width: 1;
      fill: none;
      opacity: 0.6;
    }
    .slot {
      fill: var(--slot);
      stroke: var(--within);
      stroke-width: 1.4;
    }
    .mark {
      stroke: var(--verdict-colour);
      stroke-width: 3;
    }
  `,
})
export class RowBar {
  readonly comparison = input.required<JuxtaInput>();
  readonly verdict = input<Verdict>();
  protected readonly width = WIDTH;
  protected readonly axis = computed(() => juxtaAxis(this.comparison(), WIDTH));
  protected readonly colour = computed(() => verdictColour(this.verdict()));
}
