import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  ElementRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import type { FittedPart, PastVisit } from '@juxtameter/core';
import { unitMarks } from './unit-marks';

const ROW = 17;
const ROWS = 3;
const AXIS = 22 + ROWS * ROW;

/** When somebody was at a unit, what they found, and when which part went in: visits above the line, parts below. */
@Component({
  selector: 'jx-unit-time-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg role="group" aria-label="Visits and parts in time" [attr.viewBox]="'0 0 ' + width() + ' ' + height">
      <path class="axis" [attr.d]="'M0 ' + axis + 'H' + width()" />
      @for (tick of marks().ticks; track tick.x) {
        <path class="tick" [attr.d]="'M' + tick.x + ' ' + (axis - 5) + 'v10'" />
        <text class="when" text-anchor="middle" [attr.x]="tick.middle" [attr.y]="height - 4">{{ tick.words }}</text>
      }
      @for (visit of marks().visits; track visit.id) {
        <a [routerLink]="['/visits', visit.id]" [attr.aria-label]="visit.words">
          <title>{{ visit.words }}</title>
          <rect class="hit" [attr.x]="visit.x - 15" [attr.y]="axis - 37" width="30" height="44" />
          @if (visit.label) {
            <text [attr.x]="visit.labelX" [attr.y]="axis - 22 - visit.row * row">{{ visit.label }}</text>
          }
          <circle [class.open]="visit.isOpen" [attr.cx]="visit.x" [attr.cy]="axis - 10" r="7" />
        </a>
      }
      @for (part of marks().parts; track part.id) {
        <g role="img" [attr.aria-label]="part.words">
          <title>{{ part.words }}</title>
          <rect class="part" [attr.x]="part.x - 6" [attr.y]="axis + 5" width="12" height="12" rx="2" />
          @if (part.label) {
            <text [attr.x]="part.labelX" [attr.y]="axis + 33 + part.row * row">{{ part.label }}</text>
          }
        </g>
      }
    </svg>
    <p class="small soft">
      <span class="sign round"></span> visit, hollow while open <span class="sign"></span> part fitted
    </p>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 100%;
    }
    .axis,
    .tick {
      fill: none;
      stroke: var(--soft-ink);
      stroke-width: 1.4;
    }
    text {
      fill: var(--ink);
      font-size: 13px;
      font-weight: 550;
    }
    .when {
      fill: var(--soft-ink);
      font-weight: 400;
    }
    circle {
      fill: var(--accent);
      stroke: var(--accent);
      stroke-width: 2.5;
    }
    circle.open {
      fill: var(--sheet);
    }
    .hit {
      fill: transparent;
    }
    a:focus-visible circle {
      stroke: var(--ink);
      stroke-width: 4;
    }
    .part {
      fill: var(--ink);
    }
    .sign {
      display: inline-block;
      width: 11px;
      height: 11px;
      margin: 0 3px 0 12px;
      border-radius: 2px;
      background: var(--ink);
    }
    .round {
      margin-left: 0;
      border-radius: 50%;
      background: var(--accent);
    }
  `,
})
export class UnitTimeLine {
  readonly visits = input.required<readonly PastVisit[]>();
  readonly parts = input.required<readonly FittedPart[]>();
  protected readonly row = ROW;
  protected readonly axis = AXIS;
  protected readonly height = AXIS + 33 + ROWS * ROW + 8;
  /** Pixels it has: letters keep their size on a phone. */
  protected readonly width = signal(600);
  protected readonly marks = computed(() =>
    unitMarks(this.visits(), this.parts(), { width: this.width(), now: Date.now() }),
  );

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const watcher = new ResizeObserver(([entry]) => {
      const width = entry?.contentRect.width ?? 0;
      if (width > 0) this.width.set(width);
    });
    watcher.observe(host);
    inject(DestroyRef).onDestroy(() => watcher.disconnect());
  }
}
