import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { Verdict } from '@juxtameter/core';

/** A tiny slot and dot: the shape says the verdict without its colour. Stands beside the verdict's word. */
@Component({
  selector: 'jx-verdict-glyph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[attr.data-verdict]': 'verdict()', 'aria-hidden': 'true' },
  template: `
    <svg viewBox="0 0 34 18" width="34" height="18">
      @switch (verdict()) {
        @case ('open') {
          <path class="thin" d="M1 9h11 M22 9h11" />
          <path class="ink" d="M12 4l-2 10 M24 4l-2 10" />
        }
        @case ('shorted') {
          <path class="thin" d="M1 9h32" />
          <circle class="ink" cx="17" cy="9" r="5.5" />
          <circle class="dot" cx="17" cy="9" r="2" />
        }
        @case ('reversed') {
          <path class="thin" d="M1 9h32" />
        }
        @default {
          <path class="thin" d="M1 9h32" />
          <rect class="slot" x="10" y="4" width="14" height="10" rx="3.5" />
        }
      }
      @switch (verdict()) {
        @case ('within') {
          <circle class="dot" cx="17" cy="9" r="3" />
        }
        @case ('high') {
          <circle class="dot" cx="29.5" cy="9" r="3.2" />
        }
        @case ('low') {
          <circle class="dot" cx="5" cy="9" r="3.2" />
        }
        @case ('absent') {
          <path class="bar" d="M2.5 3v12" />
        }
        @case ('partial') {
          <circle class="hollow" cx="6" cy="9" r="3" />
        }
        @case ('unsteady') {
          <path class="ink" d="M8 9c2-6 4-6 6 0s4 6 6 0 4-6 6 0" />
        }
        @case ('steady') {
          <path class="ink" d="M8 9h18" />
        }
        @case ('unbalanced') {
          <circle class="dot" cx="14" cy="12" r="2.4" />
          <circle class="dot" cx="20" cy="5" r="2.4" />
        }
        @case ('mixed') {
          <circle class="dot" cx="14" cy="9" r="2.4" />
          <circle class="dot" cx="29" cy="9" r="2.4" />
        }
        @case ('undecided') {
          <circle class="dot" cx="24" cy="9" r="3.2" />
        }
        @case ('reversed') {
          <path class="ink" d="M8 5h18l-3-3 M26 13H8l3 3" />
        }
        @case ('invalid') {
          <path class="ink" d="M9 15L25 3" />
        }
        @case ('unjudged') {
          <circle class="hollow" cx="17" cy="9" r="2.6" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
      color: var(--verdict-colour, var(--ink));
    }
    .thin {
      stroke: var(--soft-ink);
      stroke-width: 1;
      opacity: 0.7;
    }
    .slot {
      fill: none;
      stroke: currentColor;
      stroke-width: 1.8;
    }
    .ink,
    .hollow {
      fill: none;
      stroke: currentColor;
      stroke-width: 2;
      stroke-linecap: round;
    }
    .dot {
      fill: currentColor;
    }
    .bar {
      stroke: currentColor;
      stroke-width: 3.4;
    }
  `,
})
export class VerdictGlyph {
  readonly verdict = input.required<Verdict>();
}
