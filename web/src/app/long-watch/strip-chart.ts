import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { formatReading, formatValue, inBase, type Monitor, type MonitorOutcome, type Reading } from '@juxtameter/core';

const WIDTH = 860;
const HEIGHT = 250;
const LEFT = 64;
const RIGHT = 14;
const TOP = 22;
const BOTTOM = 34;
/** Where what is beyond the display is drawn. */
const BEYOND = 6;

/** A long watch on paper: the band that should be, the value as it was read, drop-outs and what was done, by time. */
@Component({
  selector: 'jx-strip-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="label()">
      @if (band(); as band) {
        <rect
          class="slot"
          [attr.x]="left"
          [attr.y]="band.y"
          [attr.width]="width - left - right"
          [attr.height]="band.height"
        />
      }
      @for (out of outs(); track $index) {
        <rect class="out" [attr.x]="out.x" [attr.y]="top" [attr.width]="out.width" [attr.height]="floor - top" />
      }
      @for (tick of across(); track tick.at) {
        <path class="grid" [attr.d]="'M' + tick.at + ' ' + top + 'V' + floor" />
        <text class="tick" text-anchor="middle" [attr.x]="tick.at" [attr.y]="height - 12">{{ tick.words }}</text>
      }
      @for (tick of up(); track tick.at) {
        <text class="tick" text-anchor="end" [attr.x]="left - 8" [attr.y]="tick.at + 5">{{ tick.words }}</text>
      }
      <path class="axis" [attr.d]="'M' + left + ' ' + floor + 'H' + (width - right)" />
      <path class="value" [attr.d]="path()" />
      @for (dot of dots(); track dot.id) {
        <circle class="dot" [attr.cx]="dot.x" [attr.cy]="dot.y" r="4">
          <title>{{ dot.words }}</title>
        </circle>
      }
      @for (mark of marks(); track mark.id) {
        <path class="stimulus" [attr.d]="'M' + mark.x + ' ' + top + 'V' + floor" />
        <text class="what" [attr.x]="mark.x + 4" [attr.y]="top - 6">{{ mark.words }}</text>
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
      width: 100%;
    }
    path {
      fill: none;
    }
    .slot {
      fill: var(--slot);
      stroke: var(--within);
      stroke-width: 1.5;
    }
    .out {
      fill: var(--high);
      opacity: 0.16;
    }
    .grid {
      stroke: var(--line);
    }
    .axis {
      stroke: var(--soft-ink);
      stroke-width: 1.4;
    }
    .value {
      stroke: var(--ink);
      stroke-width: 2.4;
    }
    .dot {
      fill: var(--ink);
    }
    .stimulus {
      stroke: var(--accent);
      stroke-width: 2;
      stroke-dasharray: 3 4;
    }
    .tick {
      fill: var(--soft-ink);
      font-size: 13px;
    }
    .what {
      fill: var(--accent);
      font-size: 13px;
      font-weight: 650;
    }
  `,
})
export class StripChart {
  readonly monitor = input.required<Monitor>();
  readonly outcome = input.required<MonitorOutcome>();
  /** Seconds drawn at least; the watch while it runs. */
  readonly until = input(0);
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly floor = HEIGHT - BOTTOM;

  private readonly time = computed(() =>
    scaleLinear([0, Math.max(10, this.monitor().lasted, this.until())], [LEFT, WIDTH - RIGHT]),
  );
  private readonly size = computed(() => {
    const { low: bottom = Infinity, high: top = -Infinity } = this.outcome();
    const { low, high } = this.monitor().expectation;
    const ends = [bottom, top, low, high].filter((end) => Number.isFinite(end));
    const [least, most] = ends.length === 0 ? [0, 1] : [Math.min(...ends), Math.max(...ends)];
    const room = (most - least || Math.abs(most) || 1) * 0.12;
    return scaleLinear([least - room, most + room], [HEIGHT - BOTTOM, TOP]).nice();
  });
  private readonly shown = computed(() =>
    this.monitor().points.flatMap(({ id, at, reading }) => {
      if (!reading) return [];
      return [{ id, x: this.time()(at), y: this.yOf(reading), words: formatReading(reading) }];
    }),
  );
  protected readonly dots = computed(() => this.shown());
  protected readonly path = computed(() => {
    const points = this.shown();
    const [first] = points;
    if (!first) return '';
    // What was read stands until the next look.
    const steps = points.slice(1).map(({ x, y }) => `H${x}V${y}`);
    const end = this.time()(Math.max(this.monitor().lasted, this.until()));
    return `M${first.x} ${first.y}${steps.join('')}H${end}`;
  });
  protected readonly band = computed(() => {
    const { low, high } = this.monitor().expectation;
    if (!Number.isFinite(low) && !Number.isFinite(high)) return undefined;
    const size = this.size();
    const [bottom, top] = [Number.isFinite(low) ? size(low) : this.floor, Number.isFinite(high) ? size(high) : TOP];
    return { y: Math.min(top, bottom), height: Math.max(2, Math.abs(bottom - top)) };
  });
  protected readonly outs = computed(() =>
    this.outcome().dropOuts.map(({ from, to }) => {
      const x = this.time()(from);
      const end = this.time()(to ?? Math.max(this.monitor().lasted, this.until()));
      return { x, width: Math.max(3, end - x) };
    }),
  );
  protected readonly marks = computed(() =>
    this.monitor().points.flatMap(({ id, at, mark, item }) =>
      mark === undefined || mark === 'out' || mark === 'back' || mark === 'released'
        ? []
        : [{ id, x: this.time()(at), words: `${mark}${item === undefined ? '' : ` ${item}`}` }],
    ),
  );
  protected readonly across = computed(() => {
    const time = this.time();
    return time.ticks(6).map((at) => ({ at: time(at), words: clock(at) }));
  });
  protected readonly up = computed(() => {
    const { unit } = this.monitor().expectation;
    return this.size()
      .ticks(4)
      .map((at) => ({ at: this.size()(at), words: formatValue(at, unit, 3) }));
  });
  protected readonly label = computed(() => this.outcome().words.join(' '));

  private yOf(reading: Reading): number {
    const size = this.size();
    switch (reading.kind) {
      case 'value':
      case 'unsteady':
        return size(inBase(reading.quantity));
      case 'swing':
      case 'span':
        return size((inBase(reading.low) + inBase(reading.high)) / 2);
      default:
        return TOP - BEYOND;
    }
  }
}

function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
}
