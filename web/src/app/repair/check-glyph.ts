import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CheckState } from '@juxtameter/core';

/** The slot of the bar, and where the mark stands: within it, beside it, not yet there. */
const MARKS: Readonly<Record<CheckState, string>> = {
  passed: 'M14 5v14',
  failed: 'M25 5v14',
  open: '',
  postponed: 'M11 9v6 M17 9v6',
  'not-applicable': 'M10 12h8',
};

const COLOURS: Readonly<Record<CheckState, string>> = {
  passed: 'var(--within)',
  failed: 'var(--high)',
  open: 'var(--soft-ink)',
  postponed: 'var(--caution-ink)',
  'not-applicable': 'var(--soft-ink)',
};

/** The shape of what a check came to; its word stands beside it. */
@Component({
  selector: 'jx-check-glyph',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { 'aria-hidden': 'true' },
  template: `
    <svg viewBox="0 0 28 24" width="28" height="24" [style.color]="colour()">
      <rect class="slot" [class.dashed]="state() === 'open'" x="4" y="6" width="20" height="12" rx="4" />
      <path class="mark" [attr.d]="mark()" />
    </svg>
  `,
  styles: `
    svg {
      display: block;
    }
    .slot {
      fill: none;
      stroke: currentColor;
      stroke-width: 1.6;
    }
    .dashed {
      stroke-dasharray: 4 3;
    }
    .mark {
      stroke: currentColor;
      stroke-width: 3;
      fill: none;
    }
  `,
})
export class CheckGlyph {
  readonly state = input.required<CheckState>();
  protected readonly mark = computed(() => MARKS[this.state()]);
  protected readonly colour = computed(() => COLOURS[this.state()]);
}
